# frozen_string_literal: true

# What partners are judged by for a load, as the core wants it.
module Store::Partners::Facts
  # ids - nil for all. Returns { id => Core::Partners::Partner }
  def self.partners(ids = nil)
    rows = ids ? Store::Partners::Partners.at(ids).all : Store::Partners::Partners.all
    keys = rows.map { |row| row[:id] }
    insurances = Store::Partners.insurances(keys).to_hash_groups(:partner_id)
    heard = Store::Partners::Register.where(partner_id: keys).to_hash(:partner_id)
    rows.to_h { |row| [row[:id], partner(row, insurances[row[:id]].to_a, heard[row[:id]])] }
  end

  def self.partner(row, insurances, heard)
    Core::Partners::Partner.new(
      **row.slice(:name, :phone, :address, :agreement_on, :w9_on, :stopped_why),
      trailer_kinds: row[:trailer_kinds].to_a,
      bank_changed_on: day_at_home(row[:bank_changed_at]),
      address_changed_on: day_at_home(row[:address_changed_at]),
      taken_on_on: day_at_home(row[:taken_on_at]),
      insurances: insurances.map { |one| insurance(one) },
      registered: heard && registered(heard[:said]),
      checked_at: heard && heard[:heard_at]
    )
  end

  def self.day_at_home(instant) = instant && Store::Company.day_of(instant)

  def self.insurance(row)
    Core::Partners::Insurance.new(
      **row.slice(:kind, :insurer, :policy, :from_on, :expires_on),
      limit_cents: Money.cents(row[:limit])
    )
  end

  # said - as Services::CarrierRegister says it, an empty Hash where the register knows nothing
  def self.registered(said)
    return if said.to_h.empty?

    plain = JSON.parse(JSON.generate(said), symbolize_names: true)
    Core::Partners::Registered.new(
      **plain.slice(:authority, :safety_rating, :phone, :address),
      since_on: plain[:since_on] && Date.iso8601(plain[:since_on]),
      insurances:
        plain[:insurances].map do |row|
          insurance(
            {
              **row,
              limit: BigDecimal(row[:limit]),
              from_on: Date.iso8601(row[:from_on]),
              expires_on: Date.iso8601(row[:expires_on])
            }
          )
        end
    )
  end

  # loads - rows. Returns { load id => Core::Partners::Freight }, by so many queries for one as for many.
  def self.freights(loads)
    ids = loads.map { |load| load[:id] }
    stops = Store::Freight::Stops.where(load_id: ids).order(:position).to_hash_groups(:load_id)
    lines = Store::Freight::FreightLines.where(load_id: ids).to_hash_groups(:load_id)
    oversize = Store::Permits::Files.where(load_id: ids).select_map(:load_id)
    loads.to_h do |load|
      id = load[:id]
      [id, freight(load, stops[id] || [], lines[id] || [], oversize.include?(id))]
    end
  end

  def self.freight(load, stops, lines, oversize)
    days = stops.flat_map { |stop| [day(stop, stop[:from_at]), day(stop, stop[:to_at])] }.compact
    Core::Partners::Freight.new(
      first_on: days.min,
      last_on: days.max,
      value_cents: load[:freight_value] && Money.cents(load[:freight_value]),
      trailer_kind: load[:trailer_kind],
      hazmat: lines.any? { |line| !line[:hazmat_class].empty? },
      oversize:
    )
  end

  def self.day(stop, instant) = instant && TZInfo::Timezone.get(stop[:zone]).to_local(instant).to_date

  def self.rules(row = Store::Partners.rules)
    Core::Partners::Rules.new(
      auto_least_cents: Money.cents(row[:auto_least]),
      cargo_least_cents: Money.cents(row[:cargo_least]),
      general_least_cents: row[:general_least] && Money.cents(row[:general_least]),
      **row.slice(:authority_days, :changed_days, :broker_number),
      law: PartnerRules.law
    )
  end

  # What is found of partners for a load: { partner id => Array of Core::Partners::Finding }
  def self.findings(load, now, ids: nil)
    freight, rules, today = freights([load])[load[:id]], rules(), Store::Company.day_of(now)
    partners(ids).transform_values do |partner|
      Core::Partners.judge(partner, freight, rules:, as_of: now, today:)
    end
  end

  # What has come up since of those who haul: Array of [row of the load, Array of Core::Partners::Finding].
  def self.unfit(now)
    loads = Store::Partners.loads_under_way
    return [] if loads.empty?

    freights, rules, today = freights(loads), rules(), Store::Company.day_of(now)
    partners = partners(loads.map { |load| load[:partner_id] }.uniq)
    loads
      .map do |load|
        freight = freights.fetch(load[:id])
        # What is over is over.
        freight = freight.with(first_on: [freight.first_on, today].max) if freight.first_on
        found = Core::Partners.judge(partners.fetch(load[:partner_id]), freight, rules:, as_of: now, today:)
        [load, Core::Partners.unfit(found)]
      end
      .reject { |_, found| found.empty? }
  end
  private_class_method :partner, :day_at_home, :insurance, :freight, :day
end
