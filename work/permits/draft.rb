# frozen_string_literal: true

# The permits of a file, one for each state of the way that wants one, as the rules judge the size. Done again after a change: what is
# issued or with an office stays, and what no longer is needed is cancelled while it is only a draft.
module Work::Permits::Draft
  def self.write(file_id)
    file = DB[:permit_files].first(id: file_id)
    there = Store::Permits.permits(file_id).to_h { |permit| [permit[:jurisdiction], permit] }
    verdicts(file).each do |verdict|
      permit = there.delete(verdict.jurisdiction)
      next drop(permit) if verdict.needs_permit == false

      row = { kind: verdict.kind, miles: miles(file)[verdict.jurisdiction] || 0, fee: verdict.fee_cents && Money.to_d(verdict.fee_cents) }
      permit ? DB[:permits].where(id: permit[:id], state: %w[draft refused]).update(row) : DB[:permits].insert(file_id:, jurisdiction: verdict.jurisdiction, **row)
    end
    there.each_value { |permit| drop(permit) }
    file_id
  end

  # What every state on the way says of the vehicle.
  def self.verdicts(file)
    Core::Permits.screen(vehicle(file), file[:route].to_a.map { |part| part["state"] }, rules: Store::Permits.rules, divisible: file[:divisible], miles: miles(file))
  end

  def self.vehicle(file)
    axles = file[:axles].to_a.map { |row| Core::Permits::Axle.new(weight_lb: row["weight_lb"], spacing_ft: BigDecimal(row["spacing_ft"].to_s)) }
    Core::Permits::Vehicle.new(**file.slice(:width_in, :height_in, :length_in, :trailer_length_in, :front_overhang_in, :rear_overhang_in, :gross_lb), axles:)
  end

  def self.miles(file) = file[:route].to_a.to_h { |part| [part["state"], BigDecimal(part["miles"])] }
  def self.drop(permit) = permit && DB[:permits].where(id: permit[:id], state: %w[draft refused asked]).update(state: "cancelled")
  private_class_method :miles, :drop
end
