# frozen_string_literal: true

# Searches that run by themselves for a truck, and what is done with what they find.
module Work::Market::Watch
  # What is being taken in while a watch begins is looked at too.
  BEFORE_SECONDS = 60

  # input - key, driver_id, radius_miles, to, avoid, partials, least_profit, until. Returns the id.
  # Raises Refused `watched_already`, `over_already`; Store::NotFound.
  def self.begin(input, by:, now:)
    Work::Act.once(input[:key], "begin_watch", by:, now:, input: Work::Act.plain(input)) do |act|
      driver = Store::Fleet::Drivers.at(input[:driver_id]).where(retired: false).first
      raise Store::NotFound.new("driver", input[:driver_id]) unless driver

      refuse(input, now)
      values = values(input)
      refuse_same(values, by, now)
      id =
        Store::Market::Watches.insert(
          **values,
          who: by.name,
          who_ref: by.ref,
          looked_until: now - BEFORE_SECONDS,
          made_at: now
        )
      act.changed("watch", id, { driver: [nil, driver[:name]] })
      id
    end
  end

  def self.end(id, version:, by:, now:)
    Work::Act.once(nil, "end_watch", by:, now:, result_id: id) do |act|
      change(act, id, version) { |row| row[:ended_at] ? nil : { ended_at: now } }
    end
  end

  # Takes over what another dispatcher has running.
  def self.take(id, version:, by:, now:)
    Work::Act.once(nil, "take_watch", by:, now:, result_id: id) do |act|
      change(act, id, version) { |row| row[:who_ref] == by.ref ? nil : { who: by.name, who_ref: by.ref } }
    end
  end

  # What is done with finds: seen, passed, or set aside until an hour. input - { ids:, state:, later_at: }
  # Raises Refused `wrong_hour`.
  def self.settle(input, by:, now:)
    Work::Act.once(nil, "settle_finds", by:, now:, result_id: nil) do |act|
      later_at = later(input, now)
      rows = Store::Market::WatchFinds.where(id: input[:ids])
      rows.where(seen_by: nil).update(seen_by: by.name, seen_at: now)
      state = input[:state]
      rows.update(state:, later_at:) if state && state != "seen"
      rows.distinct.select_map(:watch_id).each { |watch_id| act.changed("watch", watch_id) }
    end
  end

  def self.values(input)
    {
      **input.slice(:driver_id, :radius_miles, :least_profit),
      partials: input[:partials] || false,
      exactly: input[:exactly] || false,
      **input.slice(:pickup_from, :pickup_to),
      **ends(input),
      to_states: Sequel.pg_array(input[:to] || [], :text),
      avoid_states: Sequel.pg_array(input[:avoid] || [], :text),
      until_at: input[:until]
    }
  end

  def self.ends(input)
    ends = Work::Market::Wish.ends(input[:ends_at], input[:ends_miles]) or return {}
    {
      ends_at: "#{ends.place[:town]}, #{ends.place[:state]}",
      ends_latitude: ends.place[:latitude],
      ends_longitude: ends.place[:longitude],
      ends_miles: ends.miles
    }
  end

  def self.refuse(input, now)
    return unless input[:until] && input[:until] <= now

    raise Refused.new("over_already", "That is over already: say a later time.", path: "/until")
  end

  def self.refuse_same(values, by, now)
    same = Store::Market::Watches.running(now).where(who_ref: by.ref, **values.except(:until_at))
    return if same.empty?

    raise Refused.new("watched_already", "You have this very search running already.", path: "/driver_id")
  end

  def self.later(input, now)
    return unless input[:state] == "later"
    return input[:later_at] if input[:later_at] && input[:later_at] > now

    raise Refused.new("wrong_hour", "Until when? Say an hour that is to come.", path: "/later_at")
  end

  # The block says what becomes of the row, nil where it is so already.
  def self.change(act, id, version)
    row = Store::Market::Watches.lock(id) or raise Store::NotFound.new("watch", id)
    values = yield(row) or return
    Work::Stale.check(row, version, of: ["watch", id], yours: values) { row.slice(:who, :ended_at) }
    Store::Market::Watches.change(row, **values)
    act.changed("watch", id, values.slice(:who).transform_values { |who| [row[:who], who] })
  end
  private_class_method :values, :refuse, :ends, :refuse_same, :later, :change
end
