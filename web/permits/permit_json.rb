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
      held: !row[:annual_permit_id].nil?,
      amends: !row[:amends_id].nil?
    }
  end

  # The same with the load that it is for. row - with load_id, load and reference
  def self.with_load(row) = of(row).merge(row.slice(:load_id, :load, :reference))

  # A jurisdiction by its name, by its code where it is not covered.
  def self.office(jurisdiction) = PermitRules.all[jurisdiction]&.name || jurisdiction
end
