# frozen_string_literal: true

# The JSON of what issued permits still cost, by office, with what the company has there; and what was paid.
module Web::Permits::MoneyDesk
  Figures = Web::Figures
  # A page does not wait long for an office.
  PATIENCE_SECONDS = 2

  def self.to_h
    found = Reads::Permits::Money.all
    {
      offices: found.unpaid.map { |jurisdiction, rows| office(jurisdiction, rows) },
      receipts: found.receipts.map { |row| receipt(row) }
    }
  end

  def self.office(jurisdiction, rows)
    account = account(jurisdiction)
    {
      jurisdiction:,
      name: Web::Permits::PermitJson.office(jurisdiction),
      balance: account && format("%.2f", account["balance"]),
      open: account&.fetch("open", nil),
      opens_at: account&.fetch("opens_at", nil),
      permits: rows.map { |row| Web::Permits::PermitJson.with_load(row) }
    }
  end

  def self.account(jurisdiction)
    Services::PermitOffice.new(jurisdiction, read_timeout: PATIENCE_SECONDS).account
  rescue Services::Unreachable
    nil
  end

  def self.receipt(row) =
    { **row, amount: Figures.money(row[:amount]), started_at: Figures.iso(row[:started_at]) }
  private_class_method :office, :account, :receipt
end
