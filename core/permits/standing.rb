# frozen_string_literal: true

# A permit that the company holds for a year, or for some trips: does it cover a load?
class Core::Permits::Standing
  # sizes - Hash of width_in, height_in, length_in, gross_lb, the most it lets; tractor_id - nil for any;
  #         trips - how many it is good for, nil for any
  Held = Core::Value.of(:jurisdiction, :number, :sizes, :tractor_id, :valid_from, :valid_to, :trips)

  WORDS = { width_in: "wide", height_in: "high", length_in: "long" }.freeze

  # Why a held permit does not cover a move: Array of sentences, empty where it does.
  # vehicle - Core::Permits::Vehicle; kind - of the verdict; from, to - Date, the days of the move; used -
  #           trips that it was used for
  def self.unmet(held, vehicle, kind:, tractor_id:, from:, to:, used:)
    [
      ("A superload is looked at by the office each time." if kind == "superload"),
      *WORDS.filter_map do |name, word|
        if (vehicle.public_send(name) || 0) > held.sizes[name]
          "It goes to #{Core::Roads.feet(held.sizes[name])} #{word}, this is " \
            "#{Core::Roads.feet(vehicle.public_send(name))}."
        end
      end,
      (
        if (vehicle.gross_lb || 0) > held.sizes[:gross_lb]
          "It goes to #{Core::Spoken.pounds(held.sizes[:gross_lb])}, this is " \
            "#{Core::Spoken.pounds(vehicle.gross_lb)}."
        end
      ),
      ("It is for another tractor." if held.tractor_id && held.tractor_id != tractor_id),
      (
        unless from >= held.valid_from && to <= held.valid_to
          "It is good from #{day(held.valid_from)} to #{day(held.valid_to)}, the move is #{day(from)} to #{day(to)}."
        end
      ),
      ("Its #{held.trips} trips are used up." if held.trips && used >= held.trips)
    ].compact
  end

  def self.day(date) = Core::Spoken.date(date)
  private_class_method :day
end
