# frozen_string_literal: true

# A permit file as it stands at a version, frozen: what an office is told, and what its answer belongs to.
module Work::Permits::Version
  # Keeps the file as it is now, once a version. Returns the version.
  def self.keep(file_id, by:, now:)
    file = Store::Permits::Files.row(file_id)
    Store::Permits::Versions.once(
      {
        file_id:,
        version: file[:version],
        facts: Sequel.pg_jsonb(Store::Permits::Versions.facts(file)),
        by: by.name,
        at: now
      },
      returns: :version
    )
    file[:version]
  end

  # Whoever looks at a file has seen what the load measures by now.
  def self.look(file_id, by:, now:)
    file = Store::Permits::Files.row(file_id)
    rig = Work::Permits::Rig.largest(Store::Permits.loads_of(file))
    Store::Permits::Files.at(file_id).update(seen: Sequel.pg_jsonb(rig))
    keep(file_id, by:, now:)
  end

  # No office is asked for what nobody vouches for. attested_by - of a file, or of one of its versions
  def self.refuse_unattested(attested_by)
    return if attested_by

    raise Refused.new("not_attested", "Attest first that size, weight and facts are right.", path: "")
  end

  # What was asked for with a permit, as Core::Permits::Covers reads it; empty where that was not kept.
  def self.asked_with(permit)
    facts = Store::Permits::Versions.asked_with(permit)
    facts ? told(facts, permit[:jurisdiction]) : {}
  end

  # Of a file as it is now, with the units that pull it: what moves.
  def self.moves(file, tractor_id: nil, trailer_id: nil)
    units = file.slice(:tractor_id, :trailer_id)
    units[:tractor_id] = tractor_id if tractor_id
    units[:trailer_id] = trailer_id if trailer_id
    told(Store::Permits::Versions.facts(file.merge(units)), nil)
  end

  # What an issued permit is for, as it is kept with it.
  def self.issued_for(permit)
    of = permit[:issued_for].to_h.transform_keys(&:to_sym)
    of[:axles] ? of.merge(axles: axles(of[:axles])) : of
  end

  # facts - as Application.facts has them, by text; jurisdiction - whose roads, or nil
  def self.told(facts, jurisdiction)
    vehicle = facts["vehicle"]
    part = facts["route"].find { |one| one["state"] == jurisdiction }
    {
      **Store::Permits::SIZES.to_h { |name| [name, vehicle[name.to_s]] },
      axles: axles(vehicle["axles"]),
      **unit("tractor", facts),
      **unit("trailer", facts),
      spare_plates: facts["spare_tractors"].to_a.filter_map { |one| plate(one) },
      way: facts["way"],
      starts_on: facts["starts_on"],
      **(part ? { roads: roads(part) } : {})
    }
  end

  # Roads of each state of a file's way, in order.
  def self.roads_by_state(file) =
    file[:route].to_a.to_h { |part| [part["state"], roads(part.transform_keys(&:to_s))] }

  def self.roads(part) = part["turns"].to_a.map { |turn| turn["road"] || turn[:road] }

  def self.unit(what, facts) =
    { "#{what}_id": facts["#{what}_id"], "#{what}_plate": facts[what] && plate(facts[what]) }

  def self.plate(unit)
    plate = unit.values_at("plate_state", "plate").join(" ").strip
    plate.empty? ? nil : plate
  end

  def self.axles(rows) =
    rows.to_a.map { |row| { weight_lb: row["weight_lb"], spacing_ft: BigDecimal(row["spacing_ft"].to_s) } }
  private_class_method :told, :roads, :unit, :plate, :axles
end
