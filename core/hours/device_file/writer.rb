# frozen_string_literal: true

# Writes a record of duty as a device's output file.
class Core::Hours::DeviceFile::Writer
  D = Core::Hours::DeviceFile
  CODES = D::STATUSES.invert.freeze
  AS = { "personal_use" => %w[off_duty 1], "yard_move" => %w[on_duty 2] }.freeze

  def initialize(driver, stretches, days, carrier, as_of, comment)
    @driver = driver
    @stretches = stretches
    @days = days
    @carrier = carrier
    @as_of = as_of
    @comment = comment
    @checks = []
    @sequence = 0
  end

  def text
    lines =
      D::SEGMENTS.flat_map do |name|
        [name, *(name == "End of File:" ? [D.file_check(@checks)] : lines(name))]
      end
    "#{lines.join("\r\n")}\r\n"
  end

  private

  def lines(name)
    case name
    when D::HEADER
      header.map { |fields| line(fields) }
    when "User List:"
      [line(["1", "D", *@driver])]
    when "ELD Event List:"
      @stretches.flat_map { |stretch| events(stretch) }
    else
      []
    end
  end

  def header
    date, time = stamp(@as_of)
    [
      [*@driver, @driver.join.downcase.gsub(/[^a-z]/, ""), "", ""],
      ["", "", ""],
      ["", "", ""],
      ["", @carrier, "8", "000000", format("%02d", offset)],
      ["", "0"],
      [date, time, "", "", "", ""],
      ["", "", "", @comment]
    ]
  end

  # A status, and after it the driver's indication where there is one.
  def events(stretch)
    status, indication = AS[stretch.status] || [stretch.status, nil]
    [
      event(stretch.from, D::STATUS_CHANGE, CODES.fetch(status)),
      *(indication && event(stretch.from, D::INDICATION, indication))
    ]
  end

  def event(instant, type, code)
    date, time = stamp(instant)
    said = [type, code, date, time, "", "", "", "", "", ""]
    line(
      [
        format("%X", @sequence += 1),
        D::ACTIVE,
        "2",
        type,
        code,
        date,
        time,
        "",
        "",
        "",
        "",
        "",
        "",
        "1",
        "0",
        "0",
        D.event_check(said)
      ]
    )
  end

  # Commas would break a field in two: the standard leaves them out.
  def line(fields)
    text = fields.map { |field| field.to_s.tr(",\r\n", " ") }.join(",")
    @checks << D.line_check(text)
    "#{text},#{@checks.last}"
  end

  # The standard's one offset for a file: that of the day it is made.
  def offset = @offset ||= -Time.iso8601(@days.iso(@as_of)).utc_offset / 3600
  def stamp(instant) =
    Time
      .at((instant - (offset * 60)) * 60)
      .utc
      .then { |time| [time.strftime("%m%d%y"), time.strftime("%H%M%S")] }
end
