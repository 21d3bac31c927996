# frozen_string_literal: true

# The JSON of what was sold to a factor.
module Web::Billing::FactoringJson
  def self.all
    schedules = Reads::Billing::Factoring.all
    { schedules: schedules.map { |one| schedule(one) }, last: schedules.first && last(schedules.first.row) }
  end

  def self.last(row) =
    {
      factor: row[:factor],
      **row.slice(:advance_percent, :fee_percent).transform_values { |percent| Web::Figures.rate(percent) }
    }

  def self.schedule(one) =
    {
      **one.row.slice(:id, :number, :factor, :made_by),
      made_at: one.row[:made_at].iso8601,
      **one.sums.transform_values { |dollars| Web::Figures.money(dollars) },
      sold: one.sold.map { |row| sold(row) }
    }

  def self.sold(row) =
    {
      **row.slice(:id, :invoice_id, :number, :customer, :ended_by),
      **row
        .slice(:amount, :advance, :fee, :reserve)
        .transform_values { |dollars| Web::Figures.money(dollars) },
      ended: (row[:released_at] && "released") || (row[:returned_at] && "returned")
    }
  private_class_method :last, :schedule, :sold
end
