# frozen_string_literal: true

# A posting as Match judges a load: the same facts, the same judge.
module Work::Market::Posted
  Load = Work::Match::Freight::Load

  # row - of a posting with broker; revenue_cents - what it would earn, where that is not what is posted
  def self.load(row, revenue_cents: nil)
    stops = stops(row)
    revenue_cents ||= row[:rate] ? Money.cents(row[:rate]) : 0
    Load.new(
      row: load_row(row, revenue_cents),
      stops:,
      fit: fit(row, stops, revenue_cents),
      from: row[:opens_at],
      to: row[:deliver_by] || row[:closes_at],
      stop_count: 2,
      hazmat: false
    )
  end

  # A load as a crew can take it that comes from a slot: before it is empty, what it has hooked is its own, and so are
  # its times. load - Work::Match::Freight::Load
  def self.after(slot, load)
    from = [load.from, slot.at, slot.after && slot.after[:during].end].compact.max
    load.with(from:, to: [load.to, from].compact.max)
  end

  # Where it begins and ends, as ["Boise, ID", "Ogden, UT"].
  def self.ends(row) =
    %i[origin destination].map { |side| "#{row[:"#{side}_town"]}, #{row[:"#{side}_state"]}" }

  # Postings have numbers of their own: below nothing, so that none is taken for a load's.
  def self.load_row(row, revenue_cents)
    {
      id: -row[:id],
      number: row[:reference],
      version: row[:revision],
      customer: row[:broker_name] || "unknown poster",
      **%i[origin destination].zip(ends(row)).to_h,
      pickup_zone: row[:origin_zone],
      delivery_zone: row[:destination_zone],
      trailer_kind: row[:trailer_kind],
      pickup_at: row[:opens_at],
      delivery_at: row[:deliver_by],
      miles: BigDecimal(row[:miles_tenths] || 0) / 10,
      total: Money.to_d(revenue_cents),
      line_haul: Money.to_d(revenue_cents),
      fuel_surcharge: 0.to_d,
      tarps: false,
      team_needed: false,
      size: row[:size],
      toll_cents: row[:toll_cents]
    }
  end

  def self.stops(row)
    pickup = {
      kind: "pickup",
      from_at: row[:opens_at],
      to_at: row[:closes_at],
      leg_minutes: nil,
      leg_by_state: nil
    }
    # It may be delivered at any time until then.
    delivery = {
      kind: "delivery",
      from_at: nil,
      to_at: row[:deliver_by],
      leg_minutes: row[:drive_minutes],
      leg_by_state: nil
    }
    [[pickup, "origin"], [delivery, "destination"]].map do |stop, side|
      town = %w[town state latitude longitude zone].to_h { |key| [key.to_sym, row[:"#{side}_#{key}"]] }
      {
        **stop,
        **town,
        load_id: -row[:id],
        name: "#{town[:town]}, #{town[:state]}",
        zip: nil,
        handling: "live"
      }
    end
  end

  def self.fit(row, stops, revenue_cents) =
    Core::Fit::Load.new(
      trailer_kind: row[:trailer_kind],
      weight_lb: row[:weight_lb],
      volume_cuft: nil,
      pieces: [],
      width_in: nil,
      height_in: nil,
      hazmat: false,
      reefer: row[:trailer_kind] == "reefer",
      team_needed: false,
      timed: true,
      days:
        [[stops.first, row[:opens_at]], [stops.last, row[:deliver_by] || row[:closes_at]]].map do |stop, at|
          TZInfo::Timezone.get(stop[:zone]).to_local(at).to_date
        end,
      states: stops.map { |stop| stop[:state] }.uniq,
      revenue: revenue_cents,
      tarps: false,
      divisible: true,
      legs: []
    )
  private_class_method :load_row, :stops, :fit
end
