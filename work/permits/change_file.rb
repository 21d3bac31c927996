# frozen_string_literal: true

# Puts a permit file right: size, axles, dates, route wish, contact; and attests that what it says is true.
module Work::Permits::ChangeFile
  SIZE = Store::Permits::SIZES
  # No road tractor is lower (common practice).
  LEAST_HEIGHT_IN = 96
  FIELDS =
    (
      SIZE +
        %i[
          divisible
          pieces
          stacked
          what
          serial_number
          reference
          contact
          deliver_by
          deliver_to
          also_by
          also_to
          applicant_id
          starts_on
          wished_route
        ]
    ).freeze

  # input - { version:, axles: Array of { weight_lb:, spacing_ft: }, **FIELDS,
  #         spare_tractors: Array of { number:, plate:, plate_state:, vin: } }, all but the version optional
  # Returns the load's id. Raises Work::Stale, Refused `axles_do_not_add`, `spacings_too_long`, `in_the_past`,
  # `too_far_ahead`, `height_under_truck`, `field_missing`, `one_piece`.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(nil, "change_permit_file", by:, now:) do |act|
      file = Store::Permits::Files.where(load_id:).for_update.first or
        raise Store::NotFound.new("permit file", load_id)
      Work::Stale.check(file, input[:version], of: ["load", load_id], yours: input.slice(*FIELDS)) do
        file.slice(*FIELDS)
      end
      change = input.slice(*FIELDS)
      %i[axles spare_tractors].each do |list|
        rows = input[list] or next
        change[list] = Sequel.pg_jsonb(rows.map { |row| row.transform_keys(&:to_s) })
      end
      change[:starts_fixed] = fixed?(load_id, input[:starts_on], now) if input[:starts_on]
      check(
        file.merge(input.slice(*FIELDS)),
        input[:axles] || file[:axles].to_a.map { |row| row.transform_keys(&:to_sym) },
        now
      )
      # What is changed is not what was attested.
      Store::Permits::Files.change(file, **change, attested_by: nil, attested_at: nil)
      if SIZE.any? { |name| change.key?(name) } || file[:way] != Store::Permits.way(load_id)
        Work::Permits::Route.write(Store::Permits::Files.row(file[:id]))
      end
      Work::Permits::Draft.write(file[:id])
      Work::Permits::Version.look(file[:id], by:, now:)
      act.changed("load", load_id, Work::Act.difference(file.slice(*FIELDS), change.slice(*FIELDS)))
      load_id
    end
  end

  # A day is fixed by saying another than the load's, and let go by saying that one.
  def self.fixed?(load_id, day, now) = day != Work::Permits::FollowDay.of(Store::Freight.load(load_id), now)

  # The clerk says that size, weight and the facts are right, and that several pieces make nothing larger than
  # the largest.
  def self.attest(load_id, input, by:, now:)
    Work::Act.once(input[:key], "attest_permit_file", by:, now:, input: input.merge(load_id:)) do |act|
      file = Store::Permits::Files.where(load_id:).for_update.first or
        raise Store::NotFound.new("permit file", load_id)
      Store::Permits::Files.change(file, attested_by: by.name, attested_at: now, copied: nil)
      Work::Permits::Version.look(file[:id], by:, now:)
      act.changed("load", load_id, { permit_file: [nil, "attested"] })
      load_id
    end
  end

  def self.check(file, axles, now)
    if file[:stacked] && file[:pieces].to_i < 2
      raise Refused.new("one_piece", "One piece stands on nothing: say how many there are.", path: "/pieces")
    end
    sum = axles.sum { |row| row[:weight_lb] }
    if axles.any? && sum != file[:gross_lb]
      raise Refused.new(
              "axles_do_not_add",
              "The axles weigh #{sum} lb together, the gross says #{file[:gross_lb]}.",
              path: "/axles"
            )
    end
    if axles.sum { |row| BigDecimal(row[:spacing_ft].to_s) } * 12 > file[:length_in]
      raise Refused.new(
              "spacings_too_long",
              "From the first axle to the last it is longer than the vehicle.",
              path: "/axles"
            )
    end
    if file[:height_in] < LEAST_HEIGHT_IN
      raise Refused.new(
              "height_under_truck",
              "No tractor is that low: say the height of the whole, from the road.",
              path: "/height_in"
            )
    end
    delivered(file, :deliver_by, :deliver_to)
    delivered(file, :also_by, :also_to)
    if file[:applicant_id] && Store::Permits::Applicants.in_use.first(id: file[:applicant_id]).nil?
      raise Refused.new("unknown_applicant", "That company is not kept any more.", path: "/applicant_id")
    end
    if file[:starts_on] < now.to_date - 1
      raise Refused.new("in_the_past", "The start is in the past.", path: "/starts_on")
    end
    if file[:starts_on] > now.to_date + 180
      raise Refused.new(
              "too_far_ahead",
              "No office takes an application half a year ahead.",
              path: "/starts_on"
            )
    end
  end

  def self.delivered(file, by, to)
    return if [nil, "download"].include?(file[by]) || !file[to].strip.empty?

    raise Refused.new(
            "field_missing",
            "Say to which #{file[by] == "fax" ? "fax number" : "address"} it comes.",
            path: "/#{to}"
          )
  end
  private_class_method :check, :fixed?, :delivered
end
