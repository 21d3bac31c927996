# frozen_string_literal: true

# Time at a dock beyond what is free for the customer: proposed as a charge when the truck leaves, charged or
# dropped by a person.
module Work::Tracking::Detain
  # After the times of a trip's stops changed: what is proposed follows them; what was charged or dropped
  # stays.
  # Returns whether a proposal is other than before.
  def self.propose(trip_id, now)
    there = DB[:detention_claims].where(trip_id:).to_hash(:stop_id)
    stops(trip_id)
      .reject { |stop| there[stop[:stop_id]]&.fetch(:state)&.then { |state| state != "proposed" } }
      .map { |stop| propose_at(stop, there[stop[:stop_id]], now) }
      .any?
  end

  def self.propose_at(stop, was, now)
    claim = claim(stop, stop[:left_at] || stop[:worked_at])
    key = stop.slice(:trip_id, :stop_id)
    if claim.nil? || claim.cents.zero?
      DB[:detention_claims].where(key).delete if was
      return !was.nil?
    end

    what = { minutes: claim.minutes, charge: Money.to_d(claim.cents) }
    return false if was && was.slice(:minutes, :charge) == what

    what[:at] = now
    DB[:detention_claims].insert_conflict(target: %i[trip_id stop_id], update: what).insert(**key, **what)
    true
  end

  # Of trucks that stand at a dock: [row of the stop, Core::Tracking::Detention::Claim] with the minutes so
  # far.
  def self.running(now)
    standing =
      DB[:trip_stops]
        .join(:trips, id: :trip_id)
        .where(state: "rolling", left_at: nil)
        .exclude(arrived_at: nil)
        .distinct
        .select_map(:trip_id)
    stops(standing)
      .select { |stop| stop[:left_at].nil? && stop[:arrived_at] && stop[:position] == stop[:reached] }
      .map { |stop| [stop, claim(stop, now)] }
  end

  # input - { key:, charge: decimal text or nil to leave it as proposed, drop: true or false, why: }
  # Raises Refused `settled_already`, `invoiced`, `reason_missing`.
  def self.settle(claim_id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "settle_detention",
      by:,
      now:,
      input: Work::Act.plain(input.merge(claim_id:))
    ) do |act|
      load_id =
        DB[:detention_claims]
          .join(:stops, id: :stop_id)
          .where(Sequel[:detention_claims][:id] => claim_id)
          .get(:load_id) or raise Store::NotFound.new("detention", claim_id)
      load = Store::Freight.load_for_change(load_id)
      claim = DB[:detention_claims].where(id: claim_id).for_update.first
      unless claim[:state] == "proposed"
        raise Refused.new("settled_already", "#{claim[:by]} has #{claim[:state]} it already.", path: "")
      end
      if input[:drop] && input[:why].to_s.strip.empty?
        raise Refused.new("reason_missing", "Say in a word or two why.", path: "/why")
      end

      amount = input[:charge] ? Money.to_d(Money.parse_cents(input[:charge])) : claim[:charge]
      charge(load, claim, amount) unless input[:drop]
      DB[:detention_claims].where(id: claim_id).update(
        state: input[:drop] ? "dropped" : "charged",
        charge: amount,
        by: by.name,
        at: now
      )
      Work::Pay::EarnTrip.correct_load(load_id, now:)
      act.changed(
        "load",
        load_id,
        {
          detention: [
            nil,
            input[:drop] ? "not charged" : "$#{Money.text(Money.cents(amount))} for #{claim[:minutes]} min"
          ]
        },
        why: input[:why]
      )
      act.changed(
        "trip",
        claim[:trip_id],
        { detention: ["proposed", input[:drop] ? "dropped" : "charged"] },
        why: input[:why]
      )
      load_id
    end
  end

  def self.charge(load, claim, amount)
    if %w[billed closed cancelled].include?(load[:state])
      raise Refused.new(
              "invoiced",
              "#{load[:number]} is #{load[:state]}: its invoice is out already.",
              path: ""
            )
    end

    place = DB[:stops].where(id: claim[:stop_id]).get(:name)
    position = (DB[:accessorials].where(load_id: load[:id]).max(:position) || -1) + 1
    DB[:accessorials].insert(
      load_id: load[:id],
      position:,
      label: "Detention at #{place}, #{claim[:minutes]} min",
      amount:
    )
    DB[:loads].where(id: load[:id]).update(
      accessorial_total: load[:accessorial_total] + amount,
      total: load[:total] + amount,
      version: load[:version] + 1
    )
  end

  def self.claim(stop, ends_at)
    return if stop[:arrived_at].nil? || ends_at.nil?

    Core::Tracking::Detention.claim(
      arrived_at: stop[:arrived_at],
      opens_at: stop[:from_at],
      ends_at:,
      free_minutes: stop[:detention_free_minutes],
      hourly: stop[:detention_hourly]
    )
  end

  # Stops of loads with what their customer has free; reached - the position that a trip has got to.
  def self.stops(trip_ids)
    reached =
      DB[:trip_stops]
        .from_self(alias: :others)
        .where(Sequel[:others][:trip_id] => Sequel[:trip_stops][:trip_id])
        .exclude(Sequel[:others][:arrived_at] => nil)
        .select(Sequel.function(:max, Sequel[:others][:position]))
    DB[:trip_stops]
      .join(:stops, id: :stop_id)
      .join(:loads, id: :load_id)
      .join(:customers, id: :customer_id)
      .where(trip_id: trip_ids)
      .order(:trip_id, Sequel[:trip_stops][:position])
      .select(
        :trip_id,
        :stop_id,
        Sequel[:trip_stops][:position],
        :arrived_at,
        :worked_at,
        :left_at,
        :from_at,
        Sequel[:stops][:name],
        Sequel[:stops][:kind],
        Sequel[:stops][:zone],
        :load_id,
        Sequel[:loads][:number],
        Sequel[:customers][:name].as(:customer),
        :detention_free_minutes,
        :detention_hourly,
        reached.as(:reached)
      )
      .all
  end
  private_class_method :propose_at, :charge, :claim, :stops
end
