# frozen_string_literal: true

# All permit files by what they wait for, soonest start first; fees by month, state and customer.
module Web::Permits::Desk
  # What a file waits for: the first of these that one of its permits is in.
  WAITS = {
    "asked" => "An office asks",
    "refused" => "Refused: try again",
    "draft" => "To be applied for",
    "sent" => "On its way",
    "review" => "With an office",
    "issued" => "Complete"
  }.freeze

  def self.to_h
    read = Reads::Permits::Desk.all
    groups = read.files.group_by { |row| wait(read.permits[row[:id]] || []) }
    {
      groups:
        WAITS.filter_map do |state, words|
          groups[state] &&
            { wait: words, files: groups[state].map { |row| file(row, read.permits[row[:id]] || []) } }
        end,
      months: read.months.map { |row| month(row) }
    }
  end

  # All permits of a reference, of the job or of the load.
  def self.of_reference(text) =
    Reads::Permits::Desk.of_reference(text).map { |row| Web::Permits::PermitJson.with_load(row) }

  def self.wait(permits) =
    WAITS.keys.find { |status| permits.any? { |permit| permit[:status] == status } } || "issued"

  def self.file(row, permits)
    states = permits.map { |permit| { state: permit[:jurisdiction], is: permit[:status] } }
    {
      load_id: row[:load_id],
      load: row[:load],
      way: "#{row[:origin]} → #{row[:destination]}",
      customer: row[:customer],
      starts_on: row[:starts_on].iso8601,
      reference: row[:reference],
      states:
    }
  end

  def self.month(row) =
    { **row.slice(:month, :customer, :count), state: row[:jurisdiction], fee: Web::Figures.money(row[:fee]) }
  private_class_method :wait, :file, :month
end
