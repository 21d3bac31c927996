# frozen_string_literal: true

# Reads a trip to be planned from a document that has met its schema.
class Core::Hours::PlanDocument
  def initialize(document)
    @document = document
  end

  # Returns Trip.
  def trip
    options = @document["options"] || {}
    Core::Hours::Trip.new(
      stops: @document["trip"]["stops"].each_with_index.map { |row, i| stop(row, "/trip/stops/#{i}") },
      split_rest: options["split_rest"] || false,
      waiting_status: options["waiting_status"] || "off_duty"
    )
  end

  private

  def stop(row, path)
    opens, closes =
      %w[opens closes].map { |key| row[key] && Core::Hours::Document.instant(row[key], "#{path}/#{key}") }
    if opens && closes && closes < opens
      raise Core::Refused.new(
              "closes_before_opening",
              "#{row["name"]} closes before it opens: put its times right.",
              path: "#{path}/closes"
            )
    end

    windows =
      row["drive_windows"]&.each_with_index&.map { |window, i| window(window, "#{path}/drive_windows/#{i}") }
    Core::Hours::TripStop.new(
      name: row["name"],
      drive_minutes: row["drive_minutes"],
      service_minutes: row["service_minutes"],
      opens:,
      closes:,
      drive_windows: windows && apart(windows)
    )
  end

  def window(row, path)
    from, to = %w[from to].map { |key| Core::Hours::Document.instant(row[key], "#{path}/#{key}") }
    if to < from
      raise Core::Refused.new(
              "window_ends_before_start",
              "This drive window ends before it starts: put its times right.",
              path: "#{path}/to"
            )
    end

    [from, to]
  end

  # In order, those that touch joined, empty ones left out.
  def apart(windows)
    windows
      .reject { |from, to| from == to }
      .sort
      .each_with_object([]) do |(from, to), joined|
        if joined.last && from <= joined.last.last
          joined.last[1] = [joined.last.last, to].max
        else
          joined << [from, to]
        end
      end
  end
end
