# frozen_string_literal: true

require "time"

# Reads a question from a document that has met its schema.
class Core::Hours::Document
  FORM = /\A\d{4}-\d\d-\d\dT(?:[01]\d|2[0-3]):[0-5]\d(?::00)?(?:Z|[+-](?:[01]\d|2[0-3]):[0-5]\d)\z/

  def initialize(document)
    @document = document
  end

  # Returns Question.
  def question
    @as_of = instant(@document["as_of"], "/as_of")
    entries = read_entries
    Core::Hours::Question.new(
      rules: @document["rules"],
      as_of: @as_of,
      status: @document["duty"].last&.fetch("status") || "off_duty",
      stretches: stretches(entries),
      exceptions:,
      days:
    )
  end

  # An instant as the contract writes it, in minutes. Raises Refused `wrong_time`.
  def self.instant(text, path)
    raise wrong(path) unless text.match?(FORM)

    day = text[8, 2].to_i
    time = Time.utc(text[0, 4].to_i, text[5, 2].to_i, day, text[11, 2].to_i, text[14, 2].to_i)
    # A day that its month does not have comes out as one of the next.
    raise wrong(path) unless time.day == day

    (time.to_i / 60) - offset_minutes(text)
  rescue ArgumentError
    raise wrong(path)
  end

  # The offset of a time in this form, in minutes.
  def self.offset_minutes(text)
    return 0 if text.end_with?("Z")

    minutes = (text[-5, 2].to_i * 60) + text[-2, 2].to_i
    text[-6] == "-" ? -minutes : minutes
  end

  def self.wrong(path) =
    Core::Refused.new(
      "wrong_time",
      "Not a time as 2026-11-23T14:30:00-07:00, to the whole minute and with its offset.",
      path:
    )
  private_class_method :wrong

  private

  def instant(text, path) = self.class.instant(text, path)

  def read_entries
    entries =
      @document["duty"].each_with_index.map do |entry, i|
        [entry["status"], instant(entry["from"], "/duty/#{i}/from")]
      end
    entries.each_with_index do |(_, from), i|
      if from > @as_of
        raise Core::Refused.new(
                "entry_in_future",
                "Duty entry #{i + 1} starts after as_of: a record ends there.",
                path: "/duty/#{i}/from"
              )
      end
      next unless i.positive? && from < entries[i - 1][1]
      raise Core::Refused.new(
              "entry_out_of_order",
              "Duty entry #{i + 1} starts before entry #{i} does: put its time right.",
              path: "/duty/#{i}/from"
            )
    end
  end

  # Each entry lasts until the next; one that lasts no time is none.
  def stretches(entries)
    entries.each_with_index.filter_map do |(status, from), i|
      to = entries[i + 1]&.last || @as_of
      Core::Hours::Stretch.new(status:, from:, to:) if to > from
    end
  end

  def exceptions
    (@document["exceptions"] || [])
      .each_with_index
      .map { |row, i| [row["kind"], instant(row["at"], "/exceptions/#{i}/at")] }
      .reject { |_, at| at > @as_of }
  end

  def days
    zone = TZInfo::Timezone.get(@document["time_zone"])
    zone.canonical_identifier
    Core::Hours::Days.new(zone, *@document["day_starts"].split(":").map(&:to_i))
  rescue TZInfo::InvalidTimezoneIdentifier
    raise Core::Refused.new(
            "unknown_zone",
            "There is no time zone #{@document["time_zone"]}: use a name as America/Boise.",
            path: "/time_zone"
          )
  end
end
