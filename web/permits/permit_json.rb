# frozen_string_literal: true

# The JSON of one permit, on its file, on the desk and beside what is to pay.
module Web::Permits::PermitJson
  Figures = Web::Figures

  # row - of permits
  def self.of(row)
    {
      **row.slice(:id, :jurisdiction, :kind, :status, :number, :said, :paper_id),
      valid_from: Figures.iso(row[:valid_from]),
      valid_to: Figures.iso(row[:valid_to]),
      name: office(row[:jurisdiction]),
      miles: Figures.miles(row[:miles]),
      fee: Figures.money(row[:fee]),
      refunded: row[:refunded]&.positive? ? Figures.money(row[:refunded]) : nil,
      silent_since: Figures.iso(row[:silent_since]),
      held: !row[:annual_permit_id].nil?,
      amends: !row[:amends_id].nil?
    }
  end

  # The same with the load that it is for. row - with load_id, load and reference
  def self.with_load(row) = of(row).merge(row.slice(:load_id, :load, :reference))

  # As it is called among papers.
  def self.title(row)
    Core::Permits::Paper.title(
      office(row[:jurisdiction]),
      row[:number],
      amended_on: row[:amends_id] && row[:answered_at]&.to_date,
      void: row[:status] == "cancelled"
    )
  end

  # A jurisdiction by its name, by its code where it is not covered.
  def self.office(jurisdiction) = PermitRules.all[jurisdiction]&.name || jurisdiction
  # What a state asks of the load, and what it costs there.
  def self.told(verdict)
    fees = verdict.fees.map { |what, cents| { what:, amount: cents && Money.text(cents) } }
    {
      why: verdict.why,
      escorts: verdict.escorts.map { |escort| escort[:why] },
      travel_limits: verdict.travel_limits,
      fees:,
      unsure: verdict.unsure.length,
      review: verdict.review
    }
  end
end
