# frozen_string_literal: true

# What issued permits still cost, by office, with what the company has there; and what was paid.
module Web::Permits::MoneyDesk
  SHOWN = 60
  # A page does not wait long for an office.
  PATIENCE_SECONDS = 2

  def self.to_h =
    {
      offices:
        unpaid.group_by { |row| row[:jurisdiction] }.map { |jurisdiction, rows| office(jurisdiction, rows) },
      receipts:
    }

  def self.unpaid
    DB[:permits]
      .join(:permit_files, id: :file_id)
      .join(:loads, id: :load_id)
      .where(Sequel[:permits][:state] => "issued", :receipt_id => nil, :standing_id => nil)
      .exclude(Sequel[:permits][:fee] => 0)
      .order(:jurisdiction, Sequel[:permits][:id])
      .select_all(:permits)
      .select_append(:load_id, Sequel[:loads][:number].as(:load), Sequel[:permit_files][:reference])
      .all
  end

  def self.office(jurisdiction, rows)
    account = account(jurisdiction)
    {
      jurisdiction:,
      name: PermitRules.all[jurisdiction]&.name || jurisdiction,
      balance: account && format("%.2f", account["balance"]),
      open: account&.fetch("open", nil),
      opens_at: account&.fetch("opens_at", nil),
      permits: rows.map { |row| Web::Permits::File.permit(row).merge(row.slice(:load_id, :load, :reference)) }
    }
  end

  def self.account(jurisdiction)
    Services::PermitOffice.new(jurisdiction, read_timeout: PATIENCE_SECONDS).account
  rescue Services::Unreachable
    nil
  end

  def self.receipts
    numbers = DB[:permits].exclude(receipt_id: nil).select_hash_groups(:receipt_id, :number)
    DB[:permit_receipts]
      .order(Sequel.desc(:id))
      .limit(SHOWN)
      .select(:id, :jurisdiction, :method, :amount, :state, :number, :said, :by, :started_at, :checkout_url)
      .select_append(Sequel.lit("pdf IS NOT NULL AS pdf"))
      .map do |row|
        {
          **row,
          amount: Money.text(Money.cents(row[:amount])),
          started_at: row[:started_at].iso8601,
          permits: numbers[row[:id]] || []
        }
      end
  end
  private_class_method :unpaid, :office, :account, :receipts
end
