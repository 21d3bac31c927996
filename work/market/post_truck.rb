# frozen_string_literal: true

# Posts an own truck where and when it will be empty, and takes it down: by hand, or by itself once it is given
# something.
module Work::Market::PostTruck
  GIVEN = "given something"
  ELSEWHERE = "empty elsewhere"
  LEFT = "the driver has left"

  # input - key, driver_id, to (states, may be empty). Returns the id. Raises Refused `posted_already`, `no_trailer`;
  # Store::NotFound.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "post_truck", by:, now:, input: Work::Act.plain(input)) do |act|
      crews = Work::Match::Crews.at(now)
      crew = crews.of(input[:driver_id])
      id = insert(crews, crew, input[:to] || [], by, now)
      act.changed("truck", id, { driver: [nil, crew.name] })
      Jobs::TellTruck.enqueue(truck_id: id)
      id
    end
  end

  def self.down(id, version:, by:, now:, why: "taken down")
    Work::Act.once(nil, "take_truck_down", by:, now:, result_id: id) do |act|
      row = Store::Market::PostedTrucks.lock(id) or raise Store::NotFound.new("truck", id)
      next if row[:down_at]

      Work::Stale.check(row, version, of: ["truck", id], yours: { down: true }) { row.slice(:down_why) }
      end_it(act, row, why, now)
    end
  end

  # Those that have been given something since, or whose driver has left, come down by themselves.
  def self.tidy(now)
    rows = Store::Market::PostedTrucks.up.all
    return if rows.empty?

    crews = Work::Match::Crews.at(now)
    rows.each do |row|
      why = over(crews, row)
      down(row[:id], version: row[:version], by: Work::Actor.system, now:, why:) if why
    end
  end

  def self.insert(crews, crew, to, by, now)
    slot = crew.slots.last
    kind = crews.unit(crew.trailer_id)&.fetch(:trailer_kind) or
      raise Refused.new(
              "no_trailer",
              "#{crew.name} has no trailer: there is nothing to post.",
              path: "/driver_id"
            )
    Store::Market::PostedTrucks.insert(
      driver_id: crew.drivers.first[:id],
      after_trip_id: trip_id(slot),
      **slot.place.slice(:town, :state),
      free_at: slot.at,
      zone: crew.drivers.first[:zone],
      trailer_kind: kind,
      to_states: Sequel.pg_array(to, :text),
      who: by.name,
      who_ref: by.ref,
      posted_at: now
    )
  rescue *Work::Act::BROKEN => e
    raise unless Work::Act.broken_constraint(e) == "posted_trucks_once"

    raise Refused.new("posted_already", "#{crew.name} is posted already.", path: "/driver_id")
  end

  # Why a truck is posted no more, nil for one that still will be empty there. Its trip may be done by now.
  def self.over(crews, row)
    slot = crews.of(row[:driver_id]).slots.last
    return GIVEN unless [nil, row[:after_trip_id]].include?(trip_id(slot))

    ELSEWHERE unless slot.place.values_at(:town, :state) == row.values_at(:town, :state)
  rescue Store::NotFound
    LEFT
  end

  def self.end_it(act, row, why, now)
    Store::Market::PostedTrucks.change(row, down_at: now, down_why: why)
    act.changed("truck", row[:id], { down: [nil, why] })
    Jobs::TellTruck.enqueue(truck_id: row[:id])
  end

  def self.trip_id(slot) = slot.after && slot.after[:trip_id]
  private_class_method :insert, :over, :end_it, :trip_id
end
