# frozen_string_literal: true

# A paper that was sent for another stop than it is of goes to that one; with a stop of another load on the
# trip it is that
# load's.
module Work::Tracking::MovePaper
  # input - { key:, stop_id: }; driver_id - whose own paper it has to be, nil for the office
  # Returns the paper's id. Raises Refused `unknown_stop`.
  def self.call(paper_id, input, by:, now:, driver_id: nil)
    Work::Act.once(input[:key], "move_paper", by:, now:, input: input.merge(paper_id:)) do |act|
      paper = Store::Tracking::Papers.row(paper_id)
      raise Store::NotFound.new("paper", paper_id) if paper.nil? || (driver_id && other?(paper, driver_id))

      stop = stop(paper, input[:stop_id]) or
        raise Refused.new("unknown_stop", "That stop is not on this trip.", path: "/stop_id")
      loads = [paper[:load_id], stop[:load_id]].uniq.sort
      Store::Freight::Loads.queue(loads)
      Store::Tracking::Papers.at(paper_id).update(stop_id: stop[:id], load_id: stop[:load_id])
      tell(act, paper, stop, loads)
      paper_id
    end
  end

  def self.other?(paper, driver_id) =
    paper[:trip_id].nil? || !Store::Tracking.trip_of?(driver_id, paper[:trip_id])

  # Of the paper's trip, or of its load where it came without a trip.
  def self.stop(paper, stop_id)
    stops = Store::Freight::Stops.where(id: stop_id).exclude(load_id: nil)
    return stops.where(load_id: paper[:load_id]).first if paper[:trip_id].nil?

    stops.where(id: Store::Freight::TripStops.where(trip_id: paper[:trip_id]).select(:stop_id)).first
  end

  def self.tell(act, paper, stop, loads)
    before = paper[:stop_id] && Store::Freight::Stops.row(paper[:stop_id])&.fetch(:name)
    loads.each do |load_id|
      act.changed("load", load_id, { "paper #{paper[:kind]}" => [before, stop[:name]] })
      Work::Tracking::Deliver.papers_in(load_id, act)
    end
    Work::Tracking::FollowUp.soon(paper[:trip_id]) if paper[:trip_id]
  end
  private_class_method :other?, :stop, :tell
end
