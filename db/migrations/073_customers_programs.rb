# frozen_string_literal: true

# Programs of customers: a token each that reads what their people read, and addresses that are told when a load has
# come to another stage.
Sequel.migration do
  up do
    create_table(:customer_programs) do
      primary_key :id
      foreign_key :customer_id, :customers, null: false, index: true
      String :name, text: true, null: false
      column :may, "text[]", null: false, default: "{}"
      String :salt, text: true, null: false
      String :token_digest, text: true, null: false, unique: true
      String :made_by, text: true, null: false
      column :made_at, "timestamptz", null: false
      column :last_used_at, "timestamptz"
      column :revoked_at, "timestamptz"
      constraint(:customer_programs_may_known, Sequel.lit("may <@ ARRAY['request', 'pay']"))
    end
    # failures - since it took one last; due_at - no sooner is it told again; stopped_at, why - since when nobody
    # answered there for too long
    create_table(:customer_hooks) do
      primary_key :id
      foreign_key :customer_id, :customers, null: false
      foreign_key :account_id, :accounts, type: :bigint, on_delete: :set_null
      String :url, text: true, null: false
      String :salt, text: true, null: false
      String :made_by, text: true, null: false
      column :made_at, "timestamptz", null: false
      Integer :failures, null: false, default: 0
      column :due_at, "timestamptz"
      column :taken_at, "timestamptz"
      column :stopped_at, "timestamptz"
      String :why, text: true, null: false, default: ""
      column :revoked_at, "timestamptz"
      index :customer_id, where: { revoked_at: nil }
    end
    # What has happened to loads of customers who are told, until messages are made of it. status - nil where a load's
    # own stops are done.
    create_table(:load_turns) do
      primary_key :id, type: :bigint
      foreign_key :load_id, :loads, null: false
      String :status, text: true
    end
    # load_id - nil for a test; place - its number among those of its load; held_until - somebody is sending it;
    # gave_up_at - it alone was not taken
    create_table(:hook_messages) do
      primary_key :id, type: :bigint
      foreign_key :hook_id, :customer_hooks, null: false
      foreign_key :load_id, :loads
      String :stage, text: true
      Integer :place, null: false
      String :body, text: true, null: false
      column :made_at, "timestamptz", null: false
      Integer :tries, null: false, default: 0
      column :held_until, "timestamptz"
      column :answered_at, "timestamptz"
      column :gave_up_at, "timestamptz"
      String :problem, text: true, null: false, default: ""
      index %i[hook_id load_id place], unique: true
      index %i[hook_id id], where: { answered_at: nil, gave_up_at: nil }, name: :hook_messages_open
    end
    # By whatever act a load's status changes.
    run <<~SQL
      CREATE FUNCTION note_load_turn() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        INSERT INTO load_turns (load_id, status)
        SELECT NEW.id, NEW.status
        WHERE EXISTS (SELECT FROM customer_hooks WHERE customer_id = NEW.customer_id AND revoked_at IS NULL);
        RETURN NULL;
      END $$
    SQL
    run "CREATE TRIGGER loads_turn_made AFTER INSERT ON loads FOR EACH ROW EXECUTE FUNCTION note_load_turn()"
    run <<~SQL
      CREATE TRIGGER loads_turn AFTER UPDATE OF status ON loads FOR EACH ROW
      WHEN (OLD.status IS DISTINCT FROM NEW.status) EXECUTE FUNCTION note_load_turn()
    SQL
  end

  down do
    run "DROP TRIGGER loads_turn ON loads"
    run "DROP TRIGGER loads_turn_made ON loads"
    run "DROP FUNCTION note_load_turn()"
    drop_table :hook_messages, :load_turns, :customer_hooks, :customer_programs
  end
end
