# frozen_string_literal: true

# The JSON of a load's permit file.
class Web::Permits::FileJson
  Figures = Web::Figures
  COLUMNS = %i[
    version
    divisible
    pieces
    stacked
    what
    serial_number
    reference
    contact
    deliver_by
    deliver_to
    also_by
    also_to
    applicant_id
    wished_route
    attested_by
    tractor_id
    trailer_id
    width_in
    height_in
    length_in
    trailer_length_in
    front_overhang_in
    rear_overhang_in
    gross_lb
  ].freeze

  # Raises Store::NotFound.
  def initialize(load_id, now)
    @found = Reads::Permits::File.of(load_id)
    @load, @file, @now = @found.load, @found.file, now
    @verdicts = Work::Permits::Draft.verdicts(@file).to_h { |verdict| [verdict.jurisdiction, verdict] }
  end

  def to_h = { **head, **judged, **moved, **@file.slice(*COLUMNS) }

  private

  def head =
    {
      load_id: @load[:id],
      load: @load[:number],
      way: "#{@load[:origin]} → #{@load[:destination]}",
      zone: @load[:pickup_zone] || "UTC",
      as_of: @now.iso8601,
      starts_on: Figures.iso(@file[:starts_on]),
      attested_at: Figures.iso(@file[:attested_at]),
      axles:,
      tractor: @found.tractor&.fetch(:number),
      trailer: @found.trailer&.fetch(:number),
      loads: @found.others,
      applicant: @file[:applicant_id] && Reads::Permits::Applicants.name_of(@file[:applicant_id]),
      spare_tractors: @file[:spare_tractors].to_a,
      starts_fixed: @file[:starts_fixed],
      copied: @file[:copied]&.to_h,
      spacings_ft: @found.spacings_ft,
      detour: @file[:detour].to_h.then { |found| found["miles"] ? found.slice("miles", "minutes") : nil },
      clearances:
        @file[:detour].to_h.then do |found|
          found["way_miles"] && found.slice("clearance_miles", "way_miles")
        end,
      obstacles:
    }

  def judged =
    {
      bridge: axles.any? ? Web::Permits::BridgeJson.of(axles) : nil,
      outdated: @file[:way] != @found.way,
      states:,
      missing:,
      gaps: Work::Permits::Missing.uncovered(@file, @load[:id]),
      let_go: let_go,
      permits: @found.permits.map { |row| permit(row) },
      total_fee: Figures.money(@found.cost)
    }

  def moved
    moves = Web::Permits::Moves.new(@load, @file, @now)
    { windows: moves.windows, by_state: moves.by_state, plan: moves.plan, leave_by: moves.leave_by }
  end

  def file_moves = @file_moves ||= Work::Permits::Version.moves(@file)

  def let_go = @file[:let_go]&.to_h&.then { |row| row.merge("gaps" => row["gaps"].map { |gap| gap["text"] }) }

  def axles =
    @axles ||= @file[:axles].to_a.map { |row| { weight_lb: row["weight_lb"], spacing_ft: row["spacing_ft"] } }
  def route = @file[:route].to_a

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

  def permit(row)
    verdict = @verdicts[row[:jurisdiction]]
    part = route.find { |one| one["state"] == row[:jurisdiction] } || {}
    {
      **Web::Permits::PermitJson.of(row),
      **part.slice("from", "to", "turns").transform_keys(&:to_sym),
      **(verdict ? Web::Permits::PermitJson.told(verdict) : {}),
      **standing(row, verdict)
    }
  end

  # How it stands beside its office: paid or not, may it be amended, when may it be applied for.
  def standing(row, verdict)
    from_on = Work::Permits::Apply.from_on(row, @file)
    open = Core::Permits::Sending::OPEN.include?(row[:status])
    less = Work::Permits::AskAnew.changed(row, @file, moves: file_moves)
    amended = Work::Permits::Amend.offered(row, @file, moves: file_moves)
    {
      paid: row[:paid],
      apply_from: open && from_on > @now.to_date ? from_on.iso8601 : nil,
      sendable: Core::Permits::Sending.ready?(**row.slice(:status, :kind), from_on:, today: @now.to_date),
      asked_version: row[:asked_version],
      asked_less: less,
      gives_up: row[:status] == "issued" && amended.nil?,
      amendable: amended && Core::Permits::Amendment.said(amended),
      wants: verdict && verdict.kind != row[:kind] && row[:copied_from_id] ? verdict.kind : nil
    }
  end

  def states =
    route.map do |one|
      verdict = @verdicts[one["state"]]
      { state: one["state"], miles: one["miles"], **need(verdict) }
    end

  # Within every limit that is told, and some are not: nobody can say.
  def need(verdict)
    return { needs_permit: nil, kind: "not_covered" } if verdict.nil?

    unsaid = verdict.needs_permit == false ? untold(verdict.jurisdiction) : []
    return { needs_permit: nil, kind: "cannot_say", untold: unsaid } if unsaid.any?

    { needs_permit: verdict.needs_permit, kind: verdict.kind }
  end

  def untold(code) = Core::Permits.untold(Work::Permits::Draft.vehicle(@file), PermitRules.all.fetch(code))

  # Before an office is asked.
  def missing =
    Core::Permits::Lacks.of(
      Core::Permits::Lacks::Facts.new(
        outdated: Work::Permits::Missing.outdated(@file),
        tractor: @found.tractor && tractor(@found.tractor),
        gross_lb: @file[:gross_lb],
        axles: axles.any?,
        attested: !@file[:attested_at].nil?,
        way_found: route.any? { |one| one["miles"] != "0.0" } || !@file[:wished_route].empty?,
        verdicts: @verdicts.values
      )
    )

  def tractor(unit) = Core::Permits::Lacks::Tractor.new(**unit.slice(:number, :plate, :vin, :registered_lb))
end
