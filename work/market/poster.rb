# frozen_string_literal: true

# Whether we may do business with who posts: asked when an offer is made, and again when its load is booked.
module Work::Market::Poster
  # row - of a posting with its broker; path - where it is said. Raises Refused `poster_blocked`.
  def self.check(row, path)
    blocking = reasons(row).select { |reason| reason.effect == "block" }
    raise Refused.new("poster_blocked", blocking.map(&:text).join(" "), path:) if blocking.any?
  end

  def self.blocked?(row) = reasons(row).any? { |reason| reason.effect == "block" }
  def self.reasons(row) = Core::Market.standing(Store::Market::Looking.poster(row))
end
