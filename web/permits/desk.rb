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
    rows = files
    permits = DB[:permits].exclude(state: "cancelled").order(:id).all.group_by { |row| row[:file_id] }
    groups = rows.group_by { |row| wait(permits[row[:id]] || []) }
    {
      groups:
        WAITS.filter_map do |state, words|
          groups[state] &&
            { wait: words, files: groups[state].map { |row| file(row, permits[row[:id]] || []) } }
        end,
      months:
    }
  end

  # All permits of a reference, of the job or of the load.
  def self.of_reference(text)
    like =
      Sequel.ilike(Sequel[:permit_files][:reference], "%#{DB[:permits].escape_like(text)}%") |
        Sequel.ilike(Sequel[:loads][:number], text)
    DB[:permits]
      .join(:permit_files, id: :file_id)
      .join(:loads, id: :load_id)
      .where(like)
      .order(Sequel[:permits][:id])
      .select_all(:permits)
      .select_append(:load_id, Sequel[:loads][:number].as(:load), Sequel[:permit_files][:reference])
      .limit(200)
      .map { |row| Web::Permits::File.permit(row).merge(row.slice(:load_id, :load, :reference)) }
  end

  def self.files
    DB[:permit_files]
      .join(:loads, id: :load_id)
      .join(:customers, id: :customer_id)
      .exclude(Sequel[:loads][:state] => %w[closed cancelled])
      .order(:starts_on, Sequel[:permit_files][:id])
      .select_all(:permit_files)
      .select_append(
        Sequel[:loads][:number].as(:load),
        :origin,
        :destination,
        Sequel[:customers][:name].as(:customer)
      )
      .all
  end

  def self.wait(permits) =
    WAITS.keys.find { |state| permits.any? { |permit| permit[:state] == state } } || "issued"

  def self.file(row, permits)
    states = permits.map { |permit| { state: permit[:jurisdiction], is: permit[:state] } }
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

  def self.months
    month = Sequel.function(:to_char, :valid_from, "YYYY-MM")
    DB[:permits]
      .join(:permit_files, id: :file_id)
      .join(:loads, id: :load_id)
      .join(:customers, id: :customer_id)
      .where(Sequel[:permits][:state] => "issued", :standing_id => nil)
      .group(month, :jurisdiction, Sequel[:customers][:name])
      .order(Sequel.desc(month), :jurisdiction)
      .select(
        month.as(:month),
        :jurisdiction,
        Sequel[:customers][:name].as(:customer),
        Sequel.function(:sum, :fee).as(:fee),
        Sequel.function(:count).*.as(:count)
      )
      .map do |row|
        {
          month: row[:month],
          state: row[:jurisdiction],
          customer: row[:customer],
          fee: Money.text(Money.cents(row[:fee])),
          count: row[:count]
        }
      end
  end
  private_class_method :files, :wait, :file, :months
end
