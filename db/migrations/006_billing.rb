# frozen_string_literal: true

# What billing knows of a load: the invoice that went out for it, and the day it was paid.
Sequel.migration do
  up do
    alter_table(:loads) do
      add_column :invoice_number, String, text: true
      add_column :invoiced_on, Date
      add_column :paid_on, Date
      add_unique_constraint :invoice_number, name: :loads_invoice_number_once
      add_constraint(:loads_billed_have_invoice) do
        Sequel.~(state: %w[billed closed]) | (Sequel.~(invoice_number: nil) & Sequel.~(invoiced_on: nil))
      end
      add_constraint(:loads_closed_are_paid) do
        Sequel.~(state: "closed") | (Sequel.~(paid_on: nil) & (paid_on >= invoiced_on))
      end
    end
  end
end
