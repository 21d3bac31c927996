# frozen_string_literal: true

# Reads documents about permits that have met their schema.
module Core::Permits::Document
  Refused = Core::Refused

  # Returns Array of Axle.
  def self.axles(document)
    document["axles"].each_with_index.map do |row, i|
      spacing_ft = BigDecimal(row["spacing_ft"].to_s)
      if i.zero? && !spacing_ft.zero?
        raise Refused.new(
                "first_spacing",
                "The first axle has none in front of it: its spacing is 0.",
                path: "/axles/0/spacing_ft"
              )
      end
      if i.positive? && spacing_ft.zero?
        raise Refused.new(
                "no_spacing",
                "How far is axle #{i + 1} from the one in front? It cannot stand in the same place.",
                path: "/axles/#{i}/spacing_ft"
              )
      end

      Core::Permits::Axle.new(weight_lb: row["weight_lb"].to_i, spacing_ft:)
    end
  end

  # Returns [latitude, longitude, Date, TZInfo::Timezone, margin in minutes].
  def self.daylight(document)
    [
      document["latitude"].to_f,
      document["longitude"].to_f,
      Date.iso8601(document["date"]),
      zone(document["time_zone"]),
      document["margin_minutes"] || 0
    ]
  end

  # Returns [Vehicle, Array of codes, divisible, Hash of code to miles].
  def self.screen(document)
    unless document.key?("jurisdictions") ^ document.key?("route")
      raise Refused.new("where", "Which way? Give jurisdictions or a route, one of the two.", path: "")
    end

    [
      vehicle(document),
      codes(document),
      document["divisible"] || false,
      (document.dig("route", "by_state") || []).to_h { |row| [row["state"], BigDecimal(row["miles"].to_s)] }
    ]
  end

  def self.vehicle(document)
    axles = document.key?("axles") ? axles(document) : []
    gross_lb = document["gross_lb"]&.to_i
    if axles.empty? && gross_lb.nil?
      raise Refused.new("weight_missing", "What does it weigh? Give axles or gross_lb.", path: "")
    end

    sum = axles.sum(&:weight_lb)
    if gross_lb && axles.any? && gross_lb != sum
      raise Refused.new(
              "axles_do_not_add",
              "The axles weigh #{sum} lb together, the gross says #{gross_lb}.",
              path: "/gross_lb"
            )
    end

    named =
      %w[width_in height_in length_in trailer_length_in front_overhang_in rear_overhang_in].to_h do |name|
        [name.to_sym, document[name]&.to_i]
      end
    check_spacings(axles, named[:length_in])
    Core::Permits::Vehicle.new(**named, axles:, gross_lb: gross_lb || sum)
  end

  def self.check_spacings(axles, length_in)
    spread = axles.sum(&:spacing_ft) * 12
    if length_in && spread > length_in
      raise Refused.new(
              "spacings_too_long",
              "From the first axle to the last it is longer than the vehicle.",
              path: "/axles"
            )
    end
  end

  def self.codes(document)
    codes = document["jurisdictions"] || document["route"]["by_state"].map { |row| row["state"] }
    twice = codes.find { |code| codes.count(code) > 1 }
    if twice
      raise Refused.new(
              "listed_twice",
              "#{twice} is listed twice: leave one out.",
              path: document.key?("route") ? "/route/by_state" : "/jurisdictions"
            )
    end

    codes
  end

  def self.zone(name)
    TZInfo::Timezone.get(name).tap(&:current_period)
  rescue TZInfo::InvalidTimezoneIdentifier, TZInfo::UnknownTimezone
    raise Refused.new(
            "unknown_zone",
            "#{name} is no zone of the IANA list: write it as America/Boise.",
            path: "/time_zone"
          )
  end
  private_class_method :zone, :vehicle, :check_spacings, :codes
end
