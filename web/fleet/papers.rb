# frozen_string_literal: true

# The JSON of papers of drivers and units, time off, and who had what when.
module Web::Fleet::Papers
  # read - Reads::Fleet::Papers::Value
  def self.json(read) =
    {
      papers: read.papers.map { |row| paper(row) },
      days_off: read.days_off.map { |row| day_off(row) },
      had: read.had.map { |had| had(had) }
    }

  def self.paper(row) =
    {
      **row.slice(:id, :kind, :number, :verified_by, :content_type),
      issued_on: row[:issued_on]&.iso8601,
      expires_on: row[:expires_on]&.iso8601,
      verified_at: row[:verified_at]&.iso8601,
      current: row[:replaced_by].nil?
    }

  def self.day_off(row) =
    { **row.slice(:id, :why), from_on: row[:from_on].iso8601, to_on: row[:to_on].iso8601 }

  def self.had(had) =
    {
      load_id: had.load&.fetch(:id),
      load: had.load&.fetch(:number),
      way: had.load ? "#{had.load[:origin]} → #{had.load[:destination]}" : "empty",
      from: had.trip[:during].begin.iso8601,
      to: had.trip[:during].end.iso8601,
      with: had.with
    }
  private_class_method :paper, :day_off, :had
end
