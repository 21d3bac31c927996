# frozen_string_literal: true

# Makes the permit file of a load in one act: what moves, from the load, its crew and the fleet; the way for
# that size; a permit for every state that wants one.
class Work::Permits::MakeFile
  # A tractor in front of its trailer, where nobody has measured the two together (common practice), in
  # inches.
  TRACTOR_IN = 264
  # A trailer that is not chosen yet: the 53 ft of 23 CFR 658.13.
  TRAILER_IN = 636
  O = Core::Fit::Oversize

  # Returns the load's id. Raises Refused `file_is_there`, `no_dimensions`.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "make_permit_file", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      if Store::Permits.file_of(load_id)
        raise Refused.new("file_is_there", "This load has its permit file already.", path: "")
      end

      new(load, by, now).make
      act.changed("load", load_id, { permit_file: [nil, "made"] })
      load_id
    end
  end

  def initialize(load, by, now)
    @load = load
    @by = by
    @now = now
    @lines = Store::Freight.parts(:freight_lines, load[:id])
    @trip = Store::Freight.live_trip(load[:id])
    units = @trip ? Store::Freight.trip_units(@trip[:id]).to_hash(:role, :unit_id) : {}
    @tractor, @trailer =
      %w[tractor trailer].map { |role| units[role] && Store::Fleet::Units.row(units[role]) }
  end

  def make
    if @lines.none? { |line| line[:width_in] || line[:height_in] || line[:weight_lb] }
      raise Refused.new("no_dimensions", "Say how wide and how high the freight is first.", path: "/freight")
    end

    file_id =
      Store::Permits::Files.insert(
        load_id: @load[:id],
        made_by: @by.name,
        made_at: @now,
        contact: @by.name,
        **size,
        **facts
      )
    Work::Permits::Route.write(Store::Permits::Files.row(file_id))
    Work::Permits::Draft.write(file_id)
    Work::Permits::Version.look(file_id, by: @by, now: @now)
  end

  # What loads on one move measure on their trailers as far as that can be worked out: the largest of each size.
  def self.rig(load_ids, by:, now:) =
    load_ids
      .map { |id| new(Store::Freight.load(id), by, now).size }
      .reduce { |one, other| one.merge(other) { |_, a, b| [a, b].max } }

  # What it measures on its trailer: the largest of several pieces on one move, on the deck of the trailer;
  # the tractor and trailer are as wide and high as the law lets them be.
  def size
    deck = O::DECK_IN[kind] || 0
    trailer_in =
      @trailer&.dig(:length_ft) ? @trailer[:length_ft] * 12 : @trailer&.dig(:inner_length_in) || TRAILER_IN
    {
      width_in: [most(:width_in) || 0, O::LEGAL_WIDTH_IN].max,
      height_in: [(most(:height_in) || 0) + deck, O::LEGAL_HEIGHT_IN].max,
      length_in: TRACTOR_IN + [trailer_in, most(:length_in) || 0].max,
      trailer_length_in: trailer_in,
      rear_overhang_in: [(most(:length_in) || 0) - trailer_in, 0].max,
      front_overhang_in: 0,
      gross_lb: gross(weight_lb).lb
    }
  end

  # Beyond what moves without a permit anywhere: see Core::Fit::Oversize.
  def oversize =
    O.of(
      width_in: most(:width_in),
      height_in: most(:height_in),
      trailer_kind: kind,
      gross_lb:
        (gross(weight_lb).lb unless Store::Freight::FreightLines.divisible?(@lines) || weight_lb.zero?)
    )

  private

  def kind = @trailer&.dig(:trailer_kind) || @load[:trailer_kind]
  def weight_lb = @lines.filter_map { |line| line[:weight_lb] }.sum

  def gross(freight_lb) =
    Core::Fit::Gross.of(
      freight_lb:,
      weights: FitRules.weights,
      tractor_lb: @tractor&.dig(:tare_lb),
      trailer_lb: @trailer&.dig(:tare_lb),
      trailer_kind: kind
    )

  def most(column) = @lines.filter_map { |line| line[column] }.max

  def facts
    starts_at = @load[:pickup_at] || (@now + 86_400)
    {
      tractor_id: @tractor&.fetch(:id),
      trailer_id: @trailer&.fetch(:id),
      what: @lines.map { |line| line[:what] }.join(", "),
      serial_number: @lines.map { |line| line[:serial_number] }.reject(&:empty?).first || "none",
      reference: @load[:reference].to_s,
      divisible: Store::Freight::FreightLines.divisible?(@lines),
      starts_on: TZInfo::Timezone.get(@load[:pickup_zone] || "UTC").to_local(starts_at).to_date
    }
  end
end
