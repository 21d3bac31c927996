# frozen_string_literal: true

# Time at a dock beyond what is free for the customer: proposed as a charge when the truck leaves, charged or
# dropped by a person.
module Work::Tracking::Detain
  # After the times of a trip's stops changed: what is proposed follows them; what was charged or dropped
  # stays.
  # Returns whether a proposal is other than before.
  def self.propose(trip_id, now)
    there = Store::Tracking::DetentionClaims.where(trip_id:).to_hash(:stop_id)
    Store::Freight::TripStops
      .docks(trip_id)
      .reject { |stop| there[stop[:stop_id]]&.fetch(:status)&.then { |status| status != "proposed" } }
      .map { |stop| propose_at(stop, there[stop[:stop_id]], now) }
      .any?
  end

  def self.propose_at(stop, was, now)
    claim = claim(stop, stop[:left_at] || stop[:worked_at])
    key = stop.slice(:trip_id, :stop_id)
    if claim.nil? || claim.cents.zero?
      Store::Tracking::DetentionClaims.where(key).delete if was
      return !was.nil?
    end

    what = { minutes: claim.minutes, charge: Money.to_d(claim.cents) }
    return false if was && was.slice(:minutes, :charge) == what

    what[:at] = now
    Store::Tracking::DetentionClaims.keep({ **key, **what }, key: key.keys)
    true
  end

  # Of trucks that stand at a dock: [row of the stop, Core::Tracking::Detention::Claim] with the minutes so
  # far.
  def self.running(now)
    Store::Freight::TripStops
      .docks(Store::Freight::TripStops.standing_trip_ids)
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
      load_id = Store::Tracking::DetentionClaims.load_id_of(claim_id) or
        raise Store::NotFound.new("detention", claim_id)
      load = Store::Freight.load_for_change(load_id)
      claim = Store::Tracking::DetentionClaims.lock(claim_id)
      unless claim[:status] == "proposed"
        raise Refused.new("settled_already", "#{claim[:by]} has #{claim[:status]} it already.", path: "")
      end
      if input[:drop] && input[:why].to_s.strip.empty?
        raise Refused.new("reason_missing", "Say in a word or two why.", path: "/why")
      end

      amount = input[:charge] ? Money.to_d(Money.parse_cents(input[:charge])) : claim[:charge]
      charge(load, claim, amount) unless input[:drop]
      Store::Tracking::DetentionClaims.at(claim_id).update(
        status: input[:drop] ? "dropped" : "charged",
        charge: amount,
        by: by.name,
        at: now
      )
      Work::Pay::EarnTrip.correct_load(load_id, now:)
      Work::Pay::LateDetention.call(claim[:trip_id], by:, now:)
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
    if %w[billed closed cancelled].include?(load[:status])
      raise Refused.new(
              "invoiced",
              "#{load[:number]} is #{load[:status]}: its invoice is out already.",
              path: ""
            )
    end

    place = Store::Freight::Stops.at(claim[:stop_id]).get(:name)
    position = (Store::Freight::Accessorials.where(load_id: load[:id]).max(:position) || -1) + 1
    Store::Freight::Accessorials.insert(
      load_id: load[:id],
      position:,
      kind: "detention",
      label: "Detention at #{place}, #{claim[:minutes]} min",
      amount:
    )
    Store::Freight::Loads.change(
      load,
      accessorial_total: load[:accessorial_total] + amount,
      total: load[:total] + amount
    )
  end

  def self.claim(stop, ends_at)
    return if stop[:arrived_at].nil? || ends_at.nil?

    Core::Tracking::Detention.claim(
      arrived_at: stop[:arrived_at],
      opens_at: stop[:from_at],
      ends_at:,
      free_minutes: stop[:detention_free_minutes],
      step_minutes: stop[:detention_step_minutes],
      hourly: stop[:detention_hourly]
    )
  end
  private_class_method :propose_at, :charge, :claim
end
