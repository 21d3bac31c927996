# frozen_string_literal: true

# Whether we may do business with who posts: asked when an offer is made, and again when its load is booked.
module Work::Market::Poster
  # row - of a posting with its broker; path - where it is said. Raises Refused `poster_blocked`.
  def self.check(row, path)
    blocking = reasons(row).select { |reason| reason.effect == "block" }
    raise Refused.new("poster_blocked", blocking.map(&:text).join(" "), path:) if blocking.any?
  end

  # effects - of the company's rules: who asks for many reads them once
  def self.blocked?(row, effects = Store::Match.effects) =
    reasons(row, effects).any? { |reason| reason.effect == "block" }

  def self.reasons(row, effects = Store::Match.effects) =
    Core::Market.standing(Store::Market::Looking.poster(row), effects:)
end
