# frozen_string_literal: true

# A load's permit file as its page shows it.
class Web::Permits::File
  # axles - Array of { weight_lb:, spacing_ft: }
  def self.bridge(axles)
    read = Core::Permits.read_bridge({ "axles" => axles.map { |row| row.to_h.transform_keys(&:to_s) } })
    Core::Permits::Answer.bridge(read).merge(
      helps: Core::Permits.bridge_help(read).map { |help| { kind: help.kind, text: help.text } }
    )
  end

  def self.permit(row)
    name = PermitRules.all[row[:jurisdiction]]&.name || row[:jurisdiction]
    days = { valid_from: row[:valid_from]&.iso8601, valid_to: row[:valid_to]&.iso8601 }
    {
      **row.slice(:id, :jurisdiction, :kind, :state, :number, :said, :paper_id),
      **days,
      name:,
      miles: Money.rate_text(row[:miles], places: 1),
      fee: money(row[:fee]),
      held: !row[:standing_id].nil?,
      amends: !row[:amends_id].nil?
    }
  end

  def self.money(amount) = amount && Money.text(Money.cents(amount))
  private_class_method :money

  def initialize(load_id, now)
    @load = Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
    @file = Store::Permits.file_of(load_id) or raise Store::NotFound.new("permit file", load_id)
    @now = now
    @permits = Store::Permits.permits(@file[:id])
    @verdicts = Work::Permits::Draft.verdicts(@file).to_h { |verdict| [verdict.jurisdiction, verdict] }
  end

  def to_h
    {
      load_id: @load[:id],
      load: @load[:number],
      way: "#{@load[:origin]} → #{@load[:destination]}",
      zone: @load[:pickup_zone] || "UTC",
      as_of: @now.iso8601,
      starts_on: @file[:starts_on].iso8601,
      attested_at: @file[:attested_at]&.iso8601,
      axles:,
      bridge: axles.any? ? self.class.bridge(axles) : nil,
      obstacles:,
      outdated: @file[:way] != Store::Permits.way(@load[:id]),
      states:,
      missing:,
      permits: @permits.map { |row| permit(row) },
      windows: moves.windows,
      by_state: moves.by_state,
      plan: moves.plan,
      leave_by: moves.leave_by,
      loads: others,
      spacings_ft: spacings,
      detour:,
      total_fee: Money.text(@permits.sum { |row| row[:fee] ? Money.cents(row[:fee]) : 0 }),
      **units,
      **@file.slice(
        :version,
        :divisible,
        :what,
        :serial_number,
        :reference,
        :contact,
        :deliver_by,
        :deliver_to,
        :wished_route,
        :attested_by,
        :tractor_id,
        :trailer_id,
        :width_in,
        :height_in,
        :length_in,
        :trailer_length_in,
        :front_overhang_in,
        :rear_overhang_in,
        :gross_lb
      )
    }
  end

  private

  def axles =
    @axles ||= @file[:axles].to_a.map { |row| { weight_lb: row["weight_lb"], spacing_ft: row["spacing_ft"] } }
  def route = @file[:route].to_a
  def part(state) = route.find { |one| one["state"] == state } || {}
  def moves = @moves ||= Web::Permits::Moves.new(@load, @file, @now)

  def detour = @file[:detour].to_h.then { |found| found.empty? ? nil : found }

  def obstacles
    @file[:obstacles].to_a.map do |one|
      road, state, near, said, beyond, avoided =
        one.values_at("road", "state", "near", "said", "beyond", "avoided")
      [
        [road, state].compact.join(" "),
        near.to_s.empty? ? nil : "near #{near}",
        said,
        beyond,
        ("avoided" if avoided)
      ].compact.reject(&:empty?).join(", ")
    end
  end

  # The other loads on the move, seen from whichever of them is open.
  def others =
    DB[:loads].where(id: Store::Permits.loads_of(@file) - [@load[:id]]).order(:id).select(:id, :number).all

  # Kept of these very units, or told of each where they are kept alone.
  def spacings =
    Work::Permits::KeepCombination.live.where(@file.slice(:tractor_id, :trailer_id)).get(:spacings_ft)&.to_a

  def units
    { tractor_id: :tractor, trailer_id: :trailer }.to_h do |column, name|
      [name, @file[column] && DB[:units].where(id: @file[column]).get(:number)]
    end
  end

  def permit(row)
    verdict = @verdicts[row[:jurisdiction]]
    {
      **self.class.permit(row),
      **part(row[:jurisdiction]).slice("from", "to", "turns").transform_keys(&:to_sym),
      **(verdict ? told(verdict) : {}),
      **standing(row, verdict)
    }
  end

  # How it stands beside its office: paid or not, may it be amended, when may it be applied for.
  def standing(row, verdict)
    receipt = row[:receipt_id] && DB[:permit_receipts].where(id: row[:receipt_id]).get(:state)
    from_on = %w[draft refused].include?(row[:state]) ? Work::Permits::Apply.from_on(row, @file) : nil
    amended = Work::Permits::Amend.offered(row, @file)
    {
      paid: receipt,
      apply_from: from_on && from_on > @now.to_date ? from_on.iso8601 : nil,
      amendable: amended && Core::Permits::Amendment.said(amended),
      wants: verdict && verdict.kind != row[:kind] && row[:copied_from_id] ? verdict.kind : nil
    }
  end

  def told(verdict)
    fees = verdict.fees.map { |what, cents| { what:, amount: cents && Money.text(cents) } }
    {
      why: verdict.why,
      escorts: verdict.escorts.map { |escort| escort[:why] },
      travel_limits: verdict.travel_limits,
      fees:,
      unsure: verdict.unsure.length,
      review: verdict.review
    }
  end

  def states =
    route.map do |one|
      @verdicts[one["state"]].then do |verdict|
        {
          state: one["state"],
          miles: one["miles"],
          needs_permit: verdict&.needs_permit,
          kind: verdict&.kind || "not_covered"
        }
      end
    end

  # Before an office is asked.
  def missing
    no_way = route.all? { |one| one["miles"] == "0.0" } && @file[:wished_route].empty?
    [
      *Work::Permits::Missing.outdated(@file),
      ("No tractor is chosen: give the load to a crew." if @file[:tractor_id].nil?),
      (
        if @file[:tractor_id] && DB[:units].where(id: @file[:tractor_id]).get(%i[plate vin]).any?(&:empty?)
          "The tractor has no plate or VIN in Fleet."
        end
      ),
      registered,
      ("Axle weights and spacings are not told: only the gross is judged." if axles.empty?),
      ("Nobody has attested it." if @file[:attested_at].nil?),
      ("No way is found for this size: say in words which way you wish." if no_way),
      *@verdicts
        .values
        .select { |verdict| %w[not_covered divisible].include?(verdict.kind) }
        .map { |verdict| verdict.why.last }
    ].compact
  end

  def registered
    number, registered_lb =
      @file[:tractor_id] && DB[:units].where(id: @file[:tractor_id]).get(%i[number registered_lb])
    if registered_lb && registered_lb < @file[:gross_lb]
      "#{number} is registered for #{registered_lb} lb, and this weighs #{@file[:gross_lb]} lb."
    end
  end
end
