# frozen_string_literal: true

# Points that a way is bent through, as people name them: where a road crosses a state line ("I-84 ID OR"), a
# junction, a pass, a bridge or tunnel that bounds what passes, or latitude and longitude.
module Core::Roads::Points
  # detail - what it is; point - Core::Roads::Point
  Found = Core::Value.of(:name, :detail, :point)
  PAIR = /\A\s*(-?\d{1,2}(?:\.\d+)?)\s*°?\s*([NS]?)[,;\s]\s*(-?\d{1,3}(?:\.\d+)?)\s*°?\s*([EW]?)\s*\z/i

  # network - Core::Roads::Network; text - as typed. Returns Array of Found, at most so many, the shortest names
  # first.
  def self.find(network, text, limit: 8)
    spot = at(text)
    return [spot] if spot

    words = text.downcase.scan(/[\w-]+/)
    return [] if words.sum(&:length) < 2

    [*nodes(network), *bounds(network)].select { |found| words.all? { |word| named?(found.name, word) } }
      .uniq(&:name)
      .min_by(limit) { |found| [found.name.length, found.name] }
  end

  # Latitude and longitude as typed, or nil. The lower 48 states are all north and west: who leaves the sign
  # out means that.
  def self.at(text)
    latitude, south, longitude, east = text.match(PAIR)&.captures
    return if latitude.nil?

    point =
      Core::Roads::Point.new(
        latitude: latitude.to_f * (south.casecmp?("s") ? -1 : 1),
        longitude: longitude.to_f.abs * (east.casecmp?("e") ? 1 : -1)
      )
    return unless point.latitude.abs <= 90 && point.longitude.abs <= 180

    Found.new(name: format("%.4f, %.4f", point.latitude, point.longitude), detail: "on the map", point:)
  end

  def self.nodes(network) =
    network.nodes.map { |node| Found.new(name: node.name, detail: kind(node.name), point: node.point) }

  def self.kind(name)
    return "state line" if name.include?(" line on ")

    name.match?(/\bpass\b/i) ? "pass" : "junction"
  end

  def self.bounds(network)
    network.restrictions.map do |bound|
      edge = network.edges[bound.edge]
      ends = [edge.from, edge.to].map { |node| network.nodes[node].point }
      point = Core::Roads::Point.new(latitude: ends.sum(&:latitude) / 2, longitude: ends.sum(&:longitude) / 2)
      Found.new(
        name: "#{bound.near} on #{bound.road}, #{bound.state}",
        detail: "#{bound.said}#{", unsure" unless bound.known_by == "published"}",
        point:
      )
    end
  end

  # "I-84" is not I-840, and "id" is not Florida's side of a name; longer words may be begun only.
  def self.named?(name, word) =
    if word.length <= 2 || word.match?(/\d/)
      name.downcase.split(/[^\w-]+/).include?(word)
    else
      name.downcase.match?(/\b#{Regexp.escape(word)}/)
    end
  private_class_method :nodes, :kind, :bounds, :named?
end
