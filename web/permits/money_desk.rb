# frozen_string_literal: true

# The JSON of what issued permits still cost, by office, with what the company has there; and what was paid.
module Web::Permits::MoneyDesk
  Figures = Web::Figures

  def self.to_h
    found = Reads::Permits::Money.all
    {
      offices: found.unpaid.map { |jurisdiction, rows| office(jurisdiction, rows) },
      receipts: found.receipts.map { |row| receipt(row) }
    }
  end

  def self.office(jurisdiction, rows)
    account = Reads::Permits::Account.of(jurisdiction)
    {
      jurisdiction:,
      name: Web::Permits::PermitJson.office(jurisdiction),
      balance: Figures.money(account&.balance),
      open: account&.open,
      opens_at: account&.opens_at,
      permits: rows.map { |row| Web::Permits::PermitJson.with_load(row) }
    }
  end

  def self.receipt(row) =
    { **row, amount: Figures.money(row[:amount]), started_at: Figures.iso(row[:started_at]) }
  private_class_method :office, :receipt
end
