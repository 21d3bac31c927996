# frozen_string_literal: true

# Papers also come in through the office: of any kind, and by mail, where what names no load waits for a person.
Sequel.migration do
  up do
    alter_table(:papers) { drop_constraint :papers_kind_known }
    alter_table(:papers) do
      add_constraint(
        :papers_kind_known,
        kind: %w[bol pod rate_confirmation scale_ticket lumper_receipt permit damage signature photo other]
      )
    end
    create_table(:scans) do
      primary_key :id, identity: true
      column :mail_id, :integer, null: false
      column :part, :integer, null: false
      column :from, :text, null: false
      column :subject, :text, null: false
      column :name, :text, null: false
      column :content_type, :text
      column :content, :bytea, null: false
      column :kind, :text
      column :trouble, :text, null: false
      column :at, :timestamptz, null: false
      column :settled_by, :text
      column :settled_at, :timestamptz
      column :settled_why, :text
      unique %i[mail_id part], name: :scans_once
      constraint(:scans_settled_by_somebody) { Sequel.lit("(settled_by IS NULL) = (settled_at IS NULL)") }
      index :settled_at, where: { settled_at: nil }
    end
    create_table(:mailbox_read) do
      column :id, :boolean, primary_key: true, default: true
      column :upto, :integer, null: false, default: 0
      constraint(:mailbox_read_one) { Sequel.lit("id") }
    end
  end
end
