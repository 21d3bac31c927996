# frozen_string_literal: true

# Which trailer a crew would take a load with.
module Core::Match::Trailers
  # Units that stand so near are at the same place.
  SAME_PLACE_MILES = 5

  # id; kind - of trailer; place - Roads::Point where it stands, or nil; held - Array of [from, to] in which
  # trips hold it; leaves - Array of [Time, Roads::Point], where each of them leaves it and when; hooked -
  # whether some crew has it on
  Trailer =
    Core::Value.of(:id, :kind, :place, :held, :leaves, :hooked) do
      # Where it will be at an instant: where the trip before leaves it, or else where it stands.
      def place_at(instant)
        left = instant ? leaves.select { |at, _| at <= instant }.max_by(&:first) : nil
        left ? left.last : place
      end
    end
  # kind - wanted, or nil for any; reefer - whether a temperature is asked for; pickup - Roads::Point;
  # from, to - Time, nil without appointments
  Wanted =
    Core::Value.of(:kind, :reefer, :pickup, :from, :to) do
      # Kinds that do, the one that is asked for first.
      def kinds
        wanted = reefer ? "reefer" : kind
        wanted ? Core::Fit::Judge::DOES_FOR[wanted] : Core::Fit::Judge::DOES_FOR.keys
      end

      def free?(trailer) = from.nil? || trailer.held.none? { |first, last| first < to && last > from }
    end
  # Free trailers of one kind at one place: any would do as well. from_pickup_miles - as the crow flies
  Pool = Core::Value.of(:trailers, :place, :from_pickup_miles) { def kind = trailers.first.kind }

  # Free trailers that no crew has hooked, together by kind and place.
  def self.pools(trailers, wanted)
    trailers
      .select { |one| !one.hooked && wanted.kinds.include?(one.kind) && wanted.free?(one) }
      .group_by { |one| [one.kind, one.place_at(wanted.from)] }
      .filter_map do |(_, place), trailers|
        place && Pool.new(trailers:, place:, from_pickup_miles: miles(place, wanted.pickup))
      end
  end

  # own - Trailer that the crew has, or nil; pools - as of `pools`; at - Roads::Point where the crew is.
  #
  # Returns the own one where it does, else the Pool that is of the best kind and then least out of the way;
  # nil where there is none.
  def self.choose(own, pools, wanted, at)
    return own if own && wanted.kinds.include?(own.kind) && wanted.free?(own)

    pools.min_by { |pool| [wanted.kinds.index(pool.kind), miles(at, pool.place) + pool.from_pickup_miles] }
  end

  # Has it to be fetched out of the way, from where it stands neither by the crew nor by the first stop?
  def self.out_of_the_way?(stands, crew, stop) =
    [crew, stop].all? { |place| miles(stands, place) >= SAME_PLACE_MILES }

  def self.miles(one, other) = Core::Roads.great_circle_miles(one, other)
  private_class_method :miles
end
