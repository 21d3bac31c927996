# frozen_string_literal: true

# Asks offices anew, in one act, for what the file says now: what they have under way for less is taken back;
# what they
# have issued for less is amended where their state lets that change, and else given up.
module Work::Permits::AskAnew
  # input - { key:, permit_id: or nil for all, why: where something issued is given up }. Returns the load's
  # id. Raises
  # Refused `not_attested`, `nothing_behind`, `reason_missing`.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "ask_offices_anew", by:, now:, input: input.merge(load_id:)) do |act|
      file = Store::Permits::Files.where(load_id:).for_update.first or
        raise Store::NotFound.new("permit file", load_id)
      behind = behind(file, input[:permit_id])
      check(file, behind, input[:why].to_s.strip)
      again(file, behind, Work::Permits::Version.keep(file[:id], by:, now:), now)
      act.changed(
        "load",
        load_id,
        { "permits asked anew" => [nil, behind.map { |permit| permit[:jurisdiction] }.join(", ")] },
        why: input[:why]
      )
      load_id
    end
  end

  # Permits of a file that are, or are to be, for less than it says now, or for other roads, days or units.
  def self.behind(file, permit_id = nil)
    permits = Store::Permits.permits(file[:id]).select { |permit| changed(permit, file) }
    permit_id ? permits.select { |permit| permit[:id] == permit_id } : permits
  end

  # What has changed in the file since an office was asked, in words; nil where nothing has, or none has it.
  # Of an issued
  # one only what it does not cover counts, and what no amendment under way asks for.
  def self.changed(permit, file, moves: Work::Permits::Version.moves(file))
    return if permit[:annual_permit_id]

    if permit[:status] == "issued"
      was = Work::Permits::Version.issued_for(permit)
      return if Core::Permits::Covers.unmet(was, moves).empty? || amended?(permit)
    elsif Core::Permits::Sending::UNDER_WAY.include?(permit[:status])
      was = Work::Permits::Version.asked_with(permit)
    end
    names = was.nil? || was.empty? ? [] : Core::Permits::Amendment.changed(was, moves)
    names.any? ? Core::Permits::Amendment.said(names) : nil
  end

  # Is an issued permit lost by it? One whose state lets the change be amended is not.
  def self.gives_up?(permit, file) =
    permit[:status] == "issued" && Work::Permits::Amend.offered(permit, file).nil?

  def self.amended?(permit) =
    Store::Permits::Permits.where(amends_id: permit[:id], status: Core::Permits::Sending::UNDER_WAY).any?

  def self.check(file, behind, why)
    Work::Permits::Version.refuse_unattested(file[:attested_by])
    raise Refused.new("nothing_behind", "The offices have what the file says now.", path: "") if behind.empty?

    lost = behind.select { |permit| gives_up?(permit, file) }
    return if lost.empty? || !why.empty?

    raise Refused.new(
            "reason_missing",
            "#{lost.map { |permit| permit[:number] }.join(" and ")} cannot be amended for this and would be given " \
              "up: say why.",
            path: "/why"
          )
  end

  # The kind and fee of what is asked anew are those of the size that it has now.
  def self.again(file, behind, asked_version, now)
    amended, renewed = behind.partition { |permit| permit[:status] == "issued" && !gives_up?(permit, file) }
    amended.each { |permit| Work::Permits::Amend.ask(permit, asked_version, now) }
    renewed.each do |permit|
      under_way = permit[:status] != "issued"
      Store::Permits::Permits.change(permit, status: "cancelled", **(under_way ? { withdraw_at: now } : {}))
      Jobs::WithdrawApplication.enqueue(permit_id: permit[:id]) if under_way
    end
    Work::Permits::Draft.write(file[:id])
    states = renewed.map { |permit| permit[:jurisdiction] }
    fresh = Work::Permits::Apply.sendable(file, nil).where(jurisdiction: states).all
    Work::Permits::Apply.hand_in(
      fresh.select { |permit| Work::Permits::Apply.from_on(permit, file) <= now.to_date },
      asked_version,
      now
    )
  end
  private_class_method :amended?, :check, :again
end
