# frozen_string_literal: true

# Each entry of the trail is followed by a hash over it and all before it, taken in the order in which they commit: who
# changes or takes out one breaks the chain from there on. It is taken at the end of the transaction, when nothing more
# is waited for, so that acts wait for each other's hash and for nothing else.
Sequel.migration do
  up do
    create_table(:audit_chain) do
      Bignum :position, primary_key: true
      foreign_key :entry_id, :audit_entries, type: :bigint, null: false, unique: true
      String :hash, text: true, null: false
    end
    # Instants as seconds, so that the text is the same under every setting of the session.
    run <<~SQL
      CREATE FUNCTION audit_text(e audit_entries) RETURNS text LANGUAGE sql STABLE AS $$
        SELECT jsonb_build_array(e.id, extract(epoch FROM e.at)::numeric, e.who, e.who_ref, e.act, e.record_kind,
          e.record_id, e.changes, e.why)::text
      $$;
      CREATE FUNCTION chain_audit_entry() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
      DECLARE last audit_chain;
      BEGIN
        PERFORM pg_advisory_xact_lock(7205759403792);
        SELECT * INTO last FROM audit_chain ORDER BY position DESC LIMIT 1;
        INSERT INTO audit_chain (position, entry_id, hash) VALUES (coalesce(last.position, 0) + 1, NEW.id,
          encode(sha256(convert_to(coalesce(last.hash, '') || audit_text(NEW), 'UTF8')), 'hex'));
        RETURN NULL;
      END $$;
      CREATE CONSTRAINT TRIGGER audit_entries_chained AFTER INSERT ON audit_entries
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION chain_audit_entry();
      CREATE TRIGGER audit_chain_append_only BEFORE UPDATE OR DELETE ON audit_chain
        FOR EACH ROW EXECUTE FUNCTION refuse_change();
      DO $$
      DECLARE e audit_entries; before text := ''; place bigint := 0;
      BEGIN
        FOR e IN SELECT * FROM audit_entries ORDER BY id LOOP
          place := place + 1;
          before := encode(sha256(convert_to(before || audit_text(e), 'UTF8')), 'hex');
          INSERT INTO audit_chain (position, entry_id, hash) VALUES (place, e.id, before);
        END LOOP;
      END $$;
    SQL
  end
end
