# frozen_string_literal: true

require "csv"

# The JSON of what issued permits still cost, by office, with what the company has there; and what was paid.
module Web::Permits::MoneyDesk
  Figures = Web::Figures

  def self.to_h
    found = Reads::Permits::Money.all
    {
      offices:
        found.unpaid.map { |(jurisdiction, applicant_id), rows| office(jurisdiction, applicant_id, rows) },
      receipts: found.receipts.map { |row| receipt(row) },
      months: found.months.map { |month| month(month) }
    }
  end

  def self.office(jurisdiction, applicant_id, rows)
    company = Reads::Permits::Applicants.name_of(applicant_id)
    account = Reads::Permits::Account.of(jurisdiction, company)
    {
      jurisdiction:,
      applicant: applicant_id && company,
      name: Web::Permits::PermitJson.office(jurisdiction),
      balance: Figures.money(account&.balance),
      open: account&.open,
      opens_at: account&.opens_at,
      permits: rows.map { |row| Web::Permits::PermitJson.with_load(row) }
    }
  end

  def self.month(month) =
    {
      month: month.month.iso8601,
      **%i[asked paid refunded priced].to_h { |name| [name, Figures.money(month.public_send(name))] }
    }

  # A row a permit: what was asked, paid, came back and is in the price. CSV.
  def self.costs
    heads = %w[load permit state status asked asked_on paid receipt paid_on refunded refunded_on in_price]
    CSV.generate(headers: heads, write_headers: true) do |csv|
      Reads::Permits::Money.costs.each { |row| csv << cost(row) }
    end
  end

  def self.cost(row)
    paid = row[:paid_at] && row[:fee]
    [
      row[:load],
      row[:number],
      row[:jurisdiction],
      row[:status] == "issued" ? "good" : "given up",
      Figures.money(row[:fee]),
      row[:answered_at]&.to_date&.iso8601,
      Figures.money(paid),
      row[:receipt],
      row[:paid_at]&.to_date&.iso8601,
      Figures.money(row[:refunded]),
      row[:refunded_on]&.iso8601,
      Figures.money(row[:priced])
    ]
  end

  def self.receipt(row) =
    { **row, amount: Figures.money(row[:amount]), started_at: Figures.iso(row[:started_at]) }
  private_class_method :office, :receipt, :month, :cost
end
