# frozen_string_literal: true

# Stops of a trip that are no customer's: a trailer dropped or another hooked on the way, a yard to go by.
class Work::Freight::OwnStop
  # input - { key:, kind: drop, hook or yard, where: ZIP or town, at: Time or nil, unit_id: of the trailer,
  #         after: id of a stop or nil, notes: }
  # Raises Refused `which_trailer`, `wrong_kind`, `passed`, `crew_taken`.
  def self.add(trip_id, input, by:, now:)
    Work::Act.once(input[:key], "add_stop", by:, now:, input: Work::Act.plain(input.merge(trip_id:))) do |act|
      new(trip_id, act).add(input)
      trip_id
    end
  end

  # input - { key:, why: }. Raises Refused `not_ours`, `passed`.
  def self.remove(trip_id, stop_id, input, by:, now:)
    Work::Act.once(input[:key], "remove_stop", by:, now:, input: input.merge(trip_id:, stop_id:)) do |act|
      new(trip_id, act).remove(stop_id, input[:why])
      trip_id
    end
  end

  # A stop's row, checked. Raises Refused at the field.
  def self.row(input, by:, now:)
    { unit_id: trailer(input)&.fetch(:id), **Work::Freight::Places.own_stop(input, by:, now:) }
  end

  def self.trailer(input)
    return if input[:kind] == "yard"

    unit = input[:unit_id] && Store::Fleet::Units.first(id: input[:unit_id], retired: false)
    raise Refused.new("which_trailer", "Which trailer?", path: "/unit_id") if unit.nil?
    unless unit[:kind] == "trailer"
      raise Refused.new("wrong_kind", "#{unit[:number]} is no trailer.", path: "/unit_id")
    end

    unit
  end
  private_class_method :trailer

  def initialize(trip_id, act)
    @act = act
    @load_ids = Store::Freight::TripLoads.where(trip_id:).order(:load_id).select_map(:load_id)
    @loads = Store::Freight::Loads.at(@load_ids).order(:id).for_update.all
    @trip = Store::Freight::Trips.lock(trip_id) or raise Store::NotFound.new("trip", trip_id)
    unless Core::Freight::Acts.trip_changeable?(@trip[:status])
      raise Refused.new("passed", "Trip #{@trip[:number]} is #{@trip[:status]}.", path: "")
    end

    @rows = Work::Freight::TripPlan.rows(trip_id)
    @done = Store::Freight::TripStops.where(trip_id:).reached.select_map(:stop_id)
  end

  def add(input)
    at = input[:after] ? @rows.index { |row| row[:id] == input[:after] } : -1
    raise Refused.new("passed", "Choose a stop of this trip.", path: "/after") if at.nil?
    if @rows[at + 1].nil? && at >= 0 && @rows[at][:kind] == "swap"
      raise Refused.new(
              "passed",
              "The load goes over to another crew there: nothing comes after.",
              path: "/after"
            )
    end
    if at.negative? && @rows.first[:kind] == "swap"
      raise Refused.new("passed", "The load is taken over first.", path: "/after")
    end
    if @rows.drop(at + 1).any? { |row| @done.include?(row[:id]) }
      raise Refused.new("passed", "The truck has been at a later stop already.", path: "/after")
    end

    row = self.class.row(input, by: @act.by, now: @act.now)
    rows = @rows.dup.insert(at + 1, row.merge(id: Store::Freight::Stops.insert(row)))
    write(rows)
    said = said(row)
    tell(said, { own_stop: [nil, Phrases.changes(said, "en")] })
  end

  def remove(stop_id, why)
    row = @rows.find { |one| one[:id] == stop_id && one[:load_id].nil? && one[:kind] != "swap" } or
      raise Refused.new("not_ours", "Only a stop of our own can be taken off here.", path: "")
    raise Refused.new("passed", "The truck has been there already.", path: "") if @done.include?(stop_id)
    if @rows.one?
      raise Refused.new("not_ours", "It is all this trip does: call the trip off instead.", path: "")
    end

    write(@rows - [row])
    tell(said(row, "no_"), { own_stop: [Phrases.changes(said(row), "en"), nil] }, why:)
  end

  private

  def write(rows)
    only = rows.select { |row| row[:load_id] }.map { |row| row[:id] }
    Work::Freight::TripPlan.new(
      @load_ids,
      order: only,
      only:,
      own: Work::Freight::TripPlan.own_of(rows)
    ).rewrite(@trip)
  end

  # By code, as drivers are told: of a stop that is added, or with "no_" of one that is taken off.
  def said(row, no = "")
    unit = row[:unit_id] && Store::Fleet::Units.at(row[:unit_id]).get(:number)
    [["#{no}#{row[:kind]}", { unit:, town: "#{row[:town]}, #{row[:state]}" }]]
  end

  def tell(what, changes, why: nil)
    @loads.each do |load|
      Store::Freight::Loads.change(load)
      @act.changed("load", load[:id], changes, why:)
    end
    @act.changed("trip", @trip[:id], changes, why:)
    Work::Tracking::WriteText.changed(@trip, @loads.first, what, @act.now) unless @trip[:status] == "planned"
  end
end
