# frozen_string_literal: true

# The permits of a file, one for each state of the way that wants one, as the rules judge the size. Done again
# after a change: what is issued or with an office stays, and what no longer is needed is cancelled while it
# is only a draft. Where a permit that the company holds covers the load, that one is used.
module Work::Permits::Draft
  OPEN = Core::Permits::Sending::OPEN
  BARE = {
    status: "draft",
    annual_permit_id: nil,
    number: nil,
    valid_from: nil,
    valid_to: nil,
    said: "",
    issued_for: Sequel.pg_jsonb({})
  }.freeze

  def self.write(file_id)
    file = Store::Permits::Files.row(file_id)
    there =
      Store::Permits
        .permits(file_id)
        .reject { |permit| permit[:amends_id] && permit[:status] != "issued" }
        .to_h { |permit| [permit[:jurisdiction], permit] }
    verdicts(file).each { |verdict| of_state(file, verdict, there.delete(verdict.jurisdiction)) }
    there.each_value { |permit| drop(permit) }
    file_id
  end

  # What every state on the way says of the vehicle.
  def self.verdicts(file)
    Core::Permits.screen(
      vehicle(file),
      file[:route].to_a.map { |part| part["state"] },
      rules: Store::Permits.rules,
      divisible: file[:divisible],
      miles: miles(file)
    )
  end

  # What a state asks of who drives by its permit, for his papers: { escorts:, hours: Arrays of sentences,
  # unsure: how many of
  # the values behind it nobody has checked }.
  def self.guide(file, jurisdiction)
    verdict = verdicts(file).find { |one| one.jurisdiction == jurisdiction } or return {}
    {
      escorts: verdict.escorts.map { |escort| escort[:why] },
      hours: verdict.travel_limits,
      unsure: verdict.unsure.size
    }
  end

  def self.vehicle(file)
    axles =
      file[:axles].to_a.map do |row|
        Core::Permits::Axle.new(weight_lb: row["weight_lb"], spacing_ft: BigDecimal(row["spacing_ft"].to_s))
      end
    Core::Permits::Vehicle.new(
      **file.slice(
        :width_in,
        :height_in,
        :length_in,
        :trailer_length_in,
        :front_overhang_in,
        :rear_overhang_in,
        :gross_lb
      ),
      axles:
    )
  end

  def self.of_state(file, verdict, permit)
    return drop(permit) if verdict.needs_permit == false

    held = Work::Permits::Standing.covering(file, verdict)
    row = {
      kind: kept_kind(permit, verdict),
      miles: miles(file)[verdict.jurisdiction] || 0,
      fee: verdict.fee_cents && Money.to_d(verdict.fee_cents)
    }
    row.merge!(Work::Permits::Standing.used(held)) if held
    row = { **BARE, **row } if held.nil? && permit&.fetch(:annual_permit_id)
    if permit.nil?
      return Store::Permits::Permits.insert(file_id: file[:id], jurisdiction: verdict.jurisdiction, **row)
    end

    Store::Permits::Permits.at(permit[:id]).open_or_covered(OPEN).update(row)
  end

  # A copied permit keeps its kind while the state gives one at all.
  def self.kept_kind(permit, verdict)
    if permit && permit[:copied_from_id] && !%w[not_covered divisible].include?(verdict.kind)
      permit[:kind]
    else
      verdict.kind
    end
  end

  def self.miles(file) = file[:route].to_a.to_h { |part| [part["state"], BigDecimal(part["miles"])] }

  def self.drop(permit)
    permit &&
      Store::Permits::Permits.at(permit[:id]).open_or_covered([*OPEN, "asked"]).update(status: "cancelled")
  end
  private_class_method :of_state, :kept_kind, :miles, :drop
end
