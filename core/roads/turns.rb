# frozen_string_literal: true

# A route as a driver is told it.
module Core::Roads::Turns
  COMPASS = %w[north northeast east southeast south southwest west northwest].freeze

  # Array of { text:, miles:, latitude:, longitude: }: legs of one road are one sentence, also over a state
  # line.
  def self.of(route)
    sentences =
      route.parts.flat_map do |part|
        runs = part.legs.chunk_while { |one, other| one.road == other.road }
        [*runs.map { |run| along(run) }, *arrive(part)]
      end
    sentences.reject { |sentence| sentence[:text].empty? }
  end

  def self.along(run)
    from, to = run.first.points.first, run.last.points.last
    road = run.first.road == "local" ? "local streets" : run.first.road
    at(
      run.first.points.first,
      "From #{run.first.from} take #{road} #{heading(from, to)} to #{run.last.to}, " \
        "#{Core::Roads.miles(run.sum(&:tenths))} miles.",
      run.sum(&:tenths)
    )
  end

  def self.arrive(part) = part.legs.empty? ? [] : [at(part.legs.last.points.last, "Arrive at #{part.to}.", 0)]
  def self.at(point, text, tenths) =
    {
      text:,
      miles: Core::Roads.miles(tenths),
      latitude: point.latitude.round(4),
      longitude: point.longitude.round(4)
    }

  # The eighth of the compass from one point to another.
  def self.heading(from, to)
    east = (to.longitude - from.longitude) * Math.cos(from.latitude * Math::PI / 180)
    COMPASS[(Math.atan2(east, to.latitude - from.latitude) * 4 / Math::PI).round % 8]
  end
  private_class_method :along, :arrive, :at, :heading
end
