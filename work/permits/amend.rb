# frozen_string_literal: true

# Asks an office to change an issued permit. The permit stays good for what it says until the changed one
# takes its place.
module Work::Permits::Amend
  # Returns the load's id. Raises Refused `not_issued`, `held_permit`, `not_attested`, `not_amendable`,
  # `amended_already`.
  def self.call(permit_id, input, by:, now:)
    Work::Act.once(input[:key], "amend_permit", by:, now:, input: input.merge(permit_id:)) do |act|
      permit = Store::Permits::Permits.lock(permit_id) or raise Store::NotFound.new("permit", permit_id)
      file = Store::Permits::Files.row(permit[:file_id])
      refuse(permit, file)
      ask(permit, Work::Permits::Version.keep(file[:id], by:, now:), now)
      act.changed(
        "load",
        file[:load_id],
        { "permit #{permit[:jurisdiction]}" => ["issued", "amendment asked"] }
      )
      file[:load_id]
    end
  end

  # asked_version - of the file, that the office is asked with
  def self.ask(permit, asked_version, now)
    id =
      Store::Permits::Permits.insert(
        **permit.slice(:file_id, :jurisdiction, :kind, :miles),
        fee: nil,
        amends_id: permit[:id],
        status: "sent",
        sent_at: now,
        attempt: 1,
        asked_version:
      )
    Jobs::AskOffice.enqueue(permit_id: id)
  end

  # What an issued permit would have changed, in words; nil where nothing has, or its state lets nothing of it
  # change.
  def self.offered(permit, file, moves: Work::Permits::Version.moves(file))
    names = changed(permit, moves)
    if permit[:status] == "issued" && permit[:office_id] &&
         Core::Permits::Amendment.refused(names, allowed(permit), permit[:jurisdiction]).nil?
      names
    end
  end

  def self.refuse(permit, file)
    if permit[:annual_permit_id]
      raise Refused.new(
              "held_permit",
              "This is a permit that the company holds: it is not changed from a load.",
              path: ""
            )
    end
    unless permit[:status] == "issued" && permit[:office_id]
      raise Refused.new(
              "not_issued",
              "Only an issued permit is amended: correct the file and send it.",
              path: ""
            )
    end
    Work::Permits::Version.refuse_unattested(file[:attested_by])
    if Store::Permits::Permits.where(amends_id: permit[:id]).exclude(status: "cancelled").any?
      raise Refused.new("amended_already", "The office has an amendment of it in hand.", path: "")
    end

    said =
      Core::Permits::Amendment.refused(
        changed(permit, Work::Permits::Version.moves(file)),
        allowed(permit),
        PermitRules.all[permit[:jurisdiction]].name
      )
    raise Refused.new("not_amendable", said, path: "") if said
  end

  def self.changed(permit, moves) =
    Core::Permits::Amendment.changed(Work::Permits::Version.issued_for(permit), moves)
  def self.allowed(permit) = Store::Permits.rules[permit[:jurisdiction]].permit[:may_change]&.value || []
  private_class_method :refuse, :changed, :allowed
end
