# frozen_string_literal: true

# Bends the way of a load that nobody has yet, or of an oversize one before its crew is picked: its permit file
# is asked for that way, and whoever gets the load goes it.
module Work::Roads::BendLoad
  # input - { key:, version: of the load, stop_id:, via: [{ latitude:, longitude: } or { name: }] }
  # Returns the load's id. Raises Store::NotFound, Work::Stale, Refused `unknown_stop`, `has_trip`,
  # `under_way`, and what the router refuses, with /via/N.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "bend_load", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      stops = Store::Freight.stops(load_id)
      from, to = stops.each_cons(2).find { |_, stop| stop[:id] == input[:stop_id] }
      Work::Stale.check(load, input[:version], of: ["load", load_id], yours: { via: input[:via] }) do
        { via: to && to[:via].to_a }
      end
      check(load, to)
      via = Work::Roads::RerouteLeg.spots(input[:via])
      # What the router refuses is told before anything is kept.
      Store::Roads::Leg.new(from, to, via:)
      keep(to, via)
      follow_file(load_id)
      Store::Freight::Loads.count_on(load_id)
      act.changed("load", load_id, { via: [names(to[:via]), names(via)] })
      load_id
    end
  end

  def self.keep(stop, via) = Store::Freight::Stops.at(stop[:id]).update(via: Sequel.pg_jsonb(via))

  # The file of an oversize load is of the way that is driven: what was granted for another is said there.
  def self.follow_file(load_id)
    file = Store::Permits.file_of(load_id) or return
    Work::Permits::Route.write(file)
    Work::Permits::Draft.write(file[:id])
  end

  def self.check(load, stop)
    if stop.nil?
      raise Refused.new("unknown_stop", "Nothing leads there: choose a later stop.", path: "/stop_id")
    end
    if Store::Freight.live_trips(load[:id]).any?
      raise Refused.new("has_trip", "A crew has it by now: bend the way of its trip.", path: "")
    end
    return if Core::Freight::Acts.load_bendable?(load[:status])

    raise Refused.new(
            "under_way",
            "This load is #{load[:status].tr("_", " ")}: its way no longer changes.",
            path: ""
          )
  end

  def self.names(via) = via.to_a.map { |spot| spot["name"] || spot[:name] }.join(", ")
  private_class_method :check, :names
end
