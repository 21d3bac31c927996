# frozen_string_literal: true

require "json"
require_relative "market"

# Trucks that carriers post: invented ones by the hour, and those that are posted to us, in a file of JSON lines.
class StandIns::PostedTrucks
  # So many trucks of the commonest kind are posted in a state where freight and trucks are even.
  EVEN = 60

  def initialize(path)
    @path = path
    @writing = Mutex.new
  end

  # The same key is one truck.
  def post(asked, key)
    @writing.synchronize do
      known = all.find { |truck| truck["key"] == key }
      next known["receipt"] if known

      made = { key:, receipt: "T#{all.length + 1}", **asked.slice("town", "free_at", "trailer_kind", "to") }
      write(made.merge(state: asked.fetch("town")[/[A-Z]{2}\z/]))
      made[:receipt]
    end
  end

  def down(receipt)
    @writing.synchronize { write({ receipt:, down: true }) }
    {}
  end

  # Where more goes than comes, trucks wait.
  def counts(now)
    own = up.group_by { |truck| truck.values_at("state", "trailer_kind") }.transform_values(&:length)
    StandIns::Towns::STATES
      .keys
      .product(StandIns::Market::KINDS)
      .map do |state, (trailer_kind, share, _)|
        chance = StandIns::Posters.chance("trucks", state, trailer_kind, now.to_i / 3600)
        many = (EVEN * share * (0.7 + (0.6 * chance))) / ((StandIns::Market::PULL[state] || 1.0)**4)
        { state:, trailer_kind:, count: many.round + (own[[state, trailer_kind]] || 0) }
      end
  end

  private

  def all = lines.select { |line| line["key"] }
  def up = all.reject { |truck| lines.any? { |line| line["down"] && line["receipt"] == truck["receipt"] } }
  def lines = File.exist?(@path) ? File.readlines(@path).map { |line| JSON.parse(line) } : []
  def write(line) = File.open(@path, "a") { |file| file.puts(JSON.generate(line)) }
end
