# frozen_string_literal: true

# Reads a device's output file, whole or not at all.
class Core::Hours::DeviceFile::Reader
  D = Core::Hours::DeviceFile

  def initialize(text)
    @lines =
      text
        .dup
        .force_encoding(Encoding::UTF_8)
        .scrub { raise refused("not_a_device_file", "The file is not UTF-8 text.", 1) }
        .split(/\r?\n/)
        .map(&:strip)
    @checks = []
  end

  # Returns Log.
  def file
    segments = segments()
    header = segments.fetch(D::HEADER)
    last, first = header[0].last.first(2)
    offset = header[3].last[4].to_i
    comments = comments(segments)
    D::Log.new(
      driver: [last, first],
      events: statuses(segments["ELD Event List:"], offset, comments),
      comment: header[6].last[3].to_s
    )
  end

  private

  # Segment name to Array of [line number, fields without the check].
  def segments
    unless @lines.first == D::HEADER
      raise refused("not_a_device_file", "The file does not begin with \"#{D::HEADER}\".", 1)
    end

    found = {}
    name = nil
    @lines
      .each
      .with_index(1) do |line, number|
        next if line.empty?
        next found[name = line] = [] if D::SEGMENTS.include?(line)

        if name == "End of File:"
          check_file(line, number)
        else
          found[name] << [number, fields(name, line, number)]
        end
      end
    complete(found)
  end

  def complete(found)
    missing = ["ELD Event List:", "End of File:"].find { |name| !found.key?(name) }
    if missing
      raise refused(
              "not_a_device_file",
              "The segment \"#{missing}\" is missing: the file is not whole.",
              @lines.length
            )
    end
    unless found[D::HEADER].length == D::HEADER_LINES
      raise refused(
              "not_a_device_file",
              "The header has #{found[D::HEADER].length} lines instead of #{D::HEADER_LINES}.",
              1
            )
    end
    raise refused("file_check", "The file has no check value at its end.", @lines.length) unless @checked

    found
  end

  def fields(name, line, number)
    *fields, check = line.split(",", -1)
    wanted = D::FIELDS[name]
    if wanted && fields.length + 1 != wanted
      raise refused(
              "line_fields",
              "A line of \"#{name.delete_suffix(":")}\" has #{wanted} fields, this one #{fields.length + 1}.",
              number
            )
    end

    right = D.line_check(fields.join(","))
    unless check == right
      raise refused(
              "line_check",
              "The check value of this line is #{check}, and its text gives #{right}: it was changed or " \
                "is damaged.",
              number
            )
    end

    @checks << check
    fields
  end

  def check_file(line, number)
    right = D.file_check(@checks)
    unless line.delete_suffix(",") == right
      raise refused(
              "file_check",
              "The check value of the file is #{line}, and its lines give #{right}: lines are missing or " \
                "were changed.",
              number
            )
    end

    @checked = true
  end

  def comments(segments) =
    (segments["ELD Event Annotations or Comments:"] || []).to_h { |_, fields| [fields[0], fields[2]] }

  # Changes of status and the driver's indications, as one line of statuses.
  def statuses(lines, offset, comments)
    base = indication = nil
    events =
      lines.filter_map do |number, fields|
        sequence, record, _, type, code, date, time = fields
        next unless record == D::ACTIVE && [D::STATUS_CHANGE, D::INDICATION].include?(type)

        if type == D::STATUS_CHANGE
          base = D::STATUSES[code] or raise refused("wrong_event", "#{code} is no duty status.", number)
          indication = nil
        else
          unless D::INDICATIONS.key?(code)
            raise refused("wrong_event", "#{code} is no indication of a driver.", number)
          end

          indication = D::INDICATIONS[code]
        end
        D::Event.new(
          at: instant(date, time, offset, number),
          status: indication || base || "off_duty",
          latitude: degrees(fields[9]),
          longitude: degrees(fields[10]),
          note: comments[sequence]
        )
      end
    in_order(events, lines)
  end

  def in_order(events, lines)
    if events.empty?
      raise refused(
              "wrong_event",
              "The list of events holds no change of duty status.",
              lines.first&.first || 1
            )
    end

    events.sort_by.with_index { |event, i| [event.at, i] }
  end

  # Home terminal time to the second; records are kept to the minute.
  def instant(date, time, offset, number)
    match = /\A(\d\d)(\d\d)(\d\d)\z/
    wrong = refused("wrong_event", "#{date} #{time} is no date and time as MMDDYY and HHMMSS.", number)
    raise wrong unless [date, time].all? { |text| text.to_s.match?(match) }

    month, day, year = date.match(match).captures.map(&:to_i)
    hour, minute, = time.match(match).captures.map(&:to_i)
    raise wrong unless Date.valid_date?(2000 + year, month, day) && hour < 24 && minute < 60

    (Time.utc(2000 + year, month, day, hour, minute).to_i / 60) + (offset * 60)
  end

  def degrees(text) = text.to_s.match?(/\A-?\d+(\.\d+)?\z/) ? text.to_f : nil

  def refused(code, message, line) =
    Core::Refused.new(code, "Line #{line}: #{message}", path: "/line/#{line}")
end
