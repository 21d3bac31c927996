# frozen_string_literal: true

# The JSON of what was paid short: no more than is owed still.
module Web::Billing::ClaimsJson
  def self.all =
    Reads::Billing.claims.map do |row|
      {
        **row.slice(:id, :version, :invoice_id, :number, :customer_id, :customer, :reason, :made_by, :note),
        made_at: row[:made_at].iso8601,
        next_on: Web::Figures.iso(row[:next_on]),
        amount: Web::Figures.money([row[:amount], row[:owed]].min)
      }
    end
end
