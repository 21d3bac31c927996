# frozen_string_literal: true

# Gives a load to a crew.
module Work::Freight::CrewLoad
  # crew - { driver_ids:, tractor_id:, trailer_id: }
  # why - kept with it, where the crew was given the load past what the company blocks
  # Raises Refused `crew_taken`, `already_crewed`, `wrong_kind`, `team_needed`, `stop_time_missing`.
  def self.call(load_id, crew, by:, now:, why: nil)
    Work::Act.once(crew[:key], "crew_load", by:, now:, input: crew.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      refuse_crewed(load)
      check_crew(load, crew)
      Work::Partners::Turns.withdraw(load_id, now:)
      trip_id = Work::Freight::TripPlan.new(load_id).make(crew)
      name = Store::Fleet::Drivers.at(crew[:driver_ids]).order(:id).select_map(:name).join(" and ")
      Store::Freight::Loads.change(load, status: Core::Freight.step(load[:status], "planned"), crew: name)
      Work::Freight::SearchText.write(load_id)
      act.changed(
        "load",
        load_id,
        {
          status: [load[:status], "planned"],
          crew: [nil, name],
          trip: [nil, Store::Freight::Trips.at(trip_id).get(:number)]
        },
        why:
      )
      load_id
    end
  end

  def self.refuse_crewed(load)
    return if load[:status] == "open"

    who = Store::Company.audit("load", load[:id]).where(act: "crew_load").get(:who)
    raise Refused.new(
            "already_crewed",
            (
              if load[:crew]
                "#{who} gave this load to #{load[:crew]} already."
              else
                "This load is #{load[:status]}."
              end
            ),
            path: ""
          )
  end

  def self.check_crew(load, crew)
    known = Store::Fleet::Drivers.where(id: crew[:driver_ids], retired: false).count
    unless known == crew[:driver_ids].length
      raise Refused.new("unknown_driver", "There is no such driver.", path: "/driver_ids")
    end
    if load[:team_needed] && crew[:driver_ids].one?
      raise Refused.new("team_needed", "This load needs a team: pick two drivers.", path: "/driver_ids")
    end

    { tractor_id: "tractor", trailer_id: "trailer" }.each do |field, kind|
      next if crew[field].nil?

      unit = Store::Fleet::Units.first(id: crew[field], retired: false)
      unless unit && unit[:kind] == kind
        raise Refused.new("wrong_kind", "That is no #{kind} of ours.", path: "/#{field}")
      end
    end
  end
  private_class_method :refuse_crewed
end
