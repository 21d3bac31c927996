# frozen_string_literal: true

# Asks a load's driver for the paper that is missing: on his page and by text, in words where his phone opens no pages.
module Work::Tracking::AskPapers
  # input - { key: }. Returns the load's id. Raises Refused `papers_are_in`, `nobody_drove`, `no_phone`.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "ask_papers", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
      if Core::Freight::Papers.in?(Store::Tracking::Papers.of(load_id).select_map(:kind))
        raise Refused.new("papers_are_in", "Its papers are in.", path: "")
      end

      trip = Store::Freight.live_trips(load_id).last or
        raise Refused.new("nobody_drove", "It has no trip yet: there is nobody to ask.", path: "")
      drivers = Store::Freight.trip_drivers(trip[:id]).all
      silent = drivers.find { |driver| driver[:phone].empty? }
      if silent
        raise Refused.new("no_phone", "#{silent[:name]} has no telephone number in the directory.", path: "")
      end

      drivers.each { |driver| ask(driver, trip, load, now) }
      act.changed(
        "load",
        load_id,
        { asked_for_papers: [nil, drivers.map { |driver| driver[:name] }.join(" and ")] }
      )
      load_id
    end
  end

  def self.ask(driver, trip, load, now) =
    Work::Tracking::WriteText.say(
      driver,
      trip[:id],
      "papers",
      now,
      load: load[:number],
      to: load[:destination]
    )
  private_class_method :ask
end
