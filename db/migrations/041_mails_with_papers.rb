# frozen_string_literal: true

# A mail may carry one paper.
Sequel.migration do
  up do
    alter_table(:mails) do
      add_column :attachment_name, :text
      add_column :attachment, :bytea
      add_constraint(:mails_attachment_named) do
        Sequel.lit("(attachment IS NULL) = (attachment_name IS NULL)")
      end
    end
  end
end
