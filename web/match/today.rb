# frozen_string_literal: true

# The JSON of Today.
module Web::Match::Today
  # Where a row's decision is made, by the code of its rule.
  ADDRESSES =
    {
      "uncovered" => "/match?load=%<id>d",
      "permits" => "/permits/%<id>d",
      "unread" => "/road?view=messages",
      "failed_text" => "/road?view=messages",
      "paper_expired" => "/fleet/%<subject>ss/%<id>d",
      "paper_expires" => "/fleet/%<subject>ss/%<id>d"
    }.tap { |known| known.default = "/freight/%<id>d" }.freeze

  # What is read of the day, and what has to be judged: trips that will be late, permits that are missing.
  def self.at(now)
    also = [*Work::Match::LateTrips.at(now), *Work::Permits::Missing.facts(now)]
    day = Reads::Match::Today.at(now, also:)
    {
      as_of: now.iso8601,
      counts: day.rows.map(&:kind).tally,
      snoozed: day.put_off.map { |row| { **row.slice(:what, :why, :by), until: row[:until].iso8601 } },
      rows: day.rows.map { |row| row(row) }
    }
  end

  def self.row(row) =
    {
      **row.to_h.slice(:what, :kind, :title, :reason, :stake, :zone, :act),
      at: row.at&.iso8601,
      address: address(row)
    }

  def self.address(row) = format(ADDRESSES[row.code], subject: row.subject, id: row.subject_id)
  private_class_method :row, :address
end
