# frozen_string_literal: true

# The JSON of Match: loads beside crews, rankings, comparisons, who could be where, and the proposal.
class Web::Match::Board
  def initialize(now)
    @now = now
    @crews = Work::Match::Crews.at(now)
    @json = Web::Match::FitJson.new(@crews, now)
  end

  def loads = Work::Match::Freight.all.map { |load| @json.load(load) }
  def crews = @crews.all.map { |crew| @json.crew(crew, crew.slots.last) }.sort_by { |row| row[:free_at] }

  def for_load(id)
    load = Work::Match::Freight.all([id]).first or raise Store::NotFound.new("load", id)
    ranking(Work::Match::Judge.new(@now).rank(@crews.all, [load]))
  end

  def for_crew(driver_id) =
    ranking(Work::Match::Judge.new(@now).rank([@crews.of(driver_id)], Work::Match::Freight.all))

  # pairs - Array of [driver id, id of the trip that the load would join or nil]
  def compare(load_id, pairs)
    load = Work::Match::Freight.all([load_id]).first or raise Store::NotFound.new("load", load_id)
    judge = Work::Match::Judge.new(@now)
    joining = Work::Match::Joining.new(judge)
    pairs
      .filter_map do |driver_id, trip_id|
        if trip_id
          joining.one(@crews.of(driver_id), load, trip_id)
        else
          judge.judge(@crews.of(driver_id), load, exact: true)
        end
      end
      .map { |fit| @json.with_plan(fit) }
  end

  # A crew picked by hand. chosen - { driver_ids:, tractor_id:, trailer_id: }, as GiveLoad judges it
  # suggest - with what the crew has, and the trailer that suits best
  def for_choice(load_id, chosen, suggest: false)
    load = Work::Match::Freight.all([load_id]).first or raise Store::NotFound.new("load", load_id)
    fit = Work::Match::Judge.chosen(load, chosen, @now, exact: true, suggest:)
    fit ? @json.with_plan(fit) : raise(Store::NotFound.new("driver", chosen[:driver_ids].first))
  end

  # Who could be at a place by a time. Raises Refused `unknown_place`, `ambiguous_place`.
  def where(text, at)
    place = Work::Freight::Places.one(text, "/place")
    rows = Work::Match::CouldBe.new(@crews.all, place, at).rows
    {
      place: "#{place[:town]}, #{place[:state]}",
      at: at.iso8601,
      zone: place[:zone],
      rows: rows.map { |row| reaching(row) }
    }
  end

  # locked - "81:3,82:4+5", loads with the drivers who are to keep them
  def proposal(locked)
    propose = Work::Match::Propose.new(@now, locked: locks(locked))
    lines = propose.lines
    busy = lines.flat_map { |line| line.choice.crew.key }
    {
      as_of: @now.iso8601,
      profit: Money.text(lines.sum { |line| line.choice.profit }),
      value: Money.text(lines.sum { |line| line.choice.value }),
      greedy: Money.text(propose.greedy.sum(&:value)),
      idle: @crews.all.reject { |crew| crew.key.intersect?(busy) }.map(&:name),
      lines: lines.map { |line| line(line) },
      uncovered:
        propose.uncovered(lines).map { |load, best| { load: @json.load(load), why: uncovered(best) } }
    }
  end

  private

  def reaching(row) =
    {
      crew: @json.crew(row.crew, row.slot),
      miles: Web::Figures.miles(BigDecimal(row.tenths) / 10),
      arrives_at: row.arrives_at&.iso8601,
      spare_minutes: row.spare_minutes,
      left_minutes: row.left_minutes
    }

  def line(line) =
    {
      id: line.choice.id,
      fits: line.choice.fits.map { |fit| @json.fit(fit) },
      profit: Money.text(line.choice.profit),
      value: Money.text(line.choice.value),
      why: line.why
    }

  # best - Fit of the best that any crew could do, or nil
  def uncovered(best) =
    if best
      "#{best.crew.name} could, and is worth more elsewhere."
    else
      "No crew near it can: look at all of them."
    end

  def locks(text) =
    text
      .split(",")
      .map do |part|
        part
          .split(":")
          .then { |load, drivers| { load_id: load.to_i, driver_ids: drivers.split("+").map(&:to_i) } }
      end

  def ranking(fits) = { as_of: @now.iso8601, rows: fits.map { |fit| @json.fit(fit) } }
end
