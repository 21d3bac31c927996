# frozen_string_literal: true

# Live postings near a place that could still be reached from it, of those that are asked for.
class Work::Market::Reachable
  # The kinds of freight that a crew's trailer does for, or the one it is made for; any, where it has none hooked.
  def self.kinds(crews, crew, exactly: false)
    own = crews.unit(crew.trailer_id)&.fetch(:trailer_kind)
    return [own] if own && exactly

    does = own && Core::Fit::Judge::DOES_FOR.select { |_, trailers| trailers.include?(own) }.keys
    does || Core::Fit::Judge::KIND.keys
  end

  # Array of rows of the same freight, the best price first.
  def self.same(rows) =
    rows
      .group_by { |row| row[:freight_key] }
      .values
      .map { |list| list.sort_by { |row| [-(row[:rate] || 0), row[:id]] } }

  # { [latitude, longitude] => Core::Roads::Fan::Reach } of the towns where they begin
  attr_reader :near

  # place - row; at - Time from which it looks; towns - rows where postings begin; who_ref - whose set aside ones are
  # left out; since - only what was taken in after then
  def initialize(now, wish, place:, at:, kinds:, towns:, who_ref:, since: nil)
    @wish = wish
    @at = at
    @near = Work::Market::Reaches.near(place, towns, wish.radius_miles)
    @who_ref = who_ref
    @rows = -> { Store::Market::Looking.postings(now, @near.keys, kinds, wish, who_ref:, since:) }
  end

  # What they are chosen by: see Store::Market::Looking.
  def rows
    return [] if @near.empty?

    found = @rows.call.select { |row| reachable?(row) }
    @wish.ends ? ending(found) : found
  end

  # As many groups of the same freight as are asked for, whole: those that bring most after what their miles cost.
  # rows - of `rows`; mile_cost - dollars
  def best(rows, most, mile_cost)
    tenth = mile_cost / 10
    whole(
      self
        .class
        .same(rows)
        .max_by(most) do |(best, *)|
          (best[:rate] || 0) - (tenth * (reach(best).tenths + (best[:miles_tenths] || 0)))
        end
    )
  end

  # Groups of such rows whole, with their broker.
  def whole(groups)
    rows = Store::Market::Looking.whole(groups.flatten.map { |row| row[:id] }, who_ref: @who_ref)
    groups.map { |same| same.filter_map { |row| rows[row[:id]] } }.reject(&:empty?)
  end

  def reach(row) = @near.fetch(row.values_at(:origin_latitude, :origin_longitude))

  private

  def reachable?(row) = row[:closes_at].nil? || @at + (reach(row).minutes * 60) <= row[:closes_at]

  def ending(rows)
    towns =
      rows.map { |row| %i[town state latitude longitude].to_h { |key| [key, row[:"destination_#{key}"]] } }
    near = Work::Market::Reaches.near(@wish.ends.place, towns.uniq, @wish.ends.miles)
    rows.select { |row| near[row.values_at(:destination_latitude, :destination_longitude)] }
  end
end
