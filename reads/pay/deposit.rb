# frozen_string_literal: true

# Nets of a run that are to be paid, with the account that each goes to.
module Reads::Pay::Deposit
  # Rows of statements above nothing, by driver's number; without an account routing is nil.
  def self.rows(run_id) =
    DB[:statements]
      .join(:drivers, id: :driver_id)
      .left_join(:bank_accounts, driver_id: Sequel[:drivers][:id])
      .left_join(:operating_companies, id: Sequel[:statements][:operating_company_id])
      .where(pay_run_id: run_id)
      .where(Sequel.lit("net > 0"))
      .order(Sequel[:drivers][:number])
      .select(
        Sequel[:statements][:driver_id],
        :net,
        Sequel[:drivers][:name].as(:driver),
        Sequel[:drivers][:number],
        :routing,
        :account,
        Sequel[:bank_accounts][:kind],
        :prenote_on,
        Sequel[:operating_companies][:name].as(:company),
        Sequel[:operating_companies][:bank_company_id].as(:company_bank_id)
      )
      .map { |row| Store::Sealed.row(:bank_accounts, row) }
end
