# frozen_string_literal: true

# Takes back what offices have under way for an earlier version of the file, and asks them anew with what the file says
# now, in one act.
module Work::Permits::AskAnew
  # input - { key:, permit_id: or nil for all }. Returns the load's id. Raises Refused `not_attested`,
  # `nothing_behind`.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "ask_offices_anew", by:, now:, input: input.merge(load_id:)) do |act|
      file = Store::Permits::Files.where(load_id:).for_update.first or
        raise Store::NotFound.new("permit file", load_id)
      if file[:attested_at].nil?
        raise Refused.new("not_attested", "Attest first that size, weight and facts are right.", path: "")
      end

      behind = behind(file, input[:permit_id])
      if behind.empty?
        raise Refused.new("nothing_behind", "The offices have what the file says now.", path: "")
      end

      asked_version = Work::Permits::Version.keep(file[:id], by:, now:)
      behind.each { |permit| again(permit, asked_version, now) }
      act.changed(
        "load",
        load_id,
        { "permits asked anew" => [nil, behind.map { |permit| permit[:jurisdiction] }.join(", ")] }
      )
      load_id
    end
  end

  # Permits under way whose office was asked with other facts than the file has now.
  def self.behind(file, permit_id = nil)
    permits = Store::Permits.permits(file[:id]).select { |permit| changed(permit, file) }
    permit_id ? permits.select { |permit| permit[:id] == permit_id } : permits
  end

  # What has changed in the file since an office was asked, in words; nil where nothing has, or none has it.
  def self.changed(permit, file)
    return unless Core::Permits::Sending::UNDER_WAY.include?(permit[:status]) && permit[:asked_version]

    was = Work::Permits::Version.asked_with(permit)
    return if was.empty?

    names = Core::Permits::Amendment.changed(was, Work::Permits::Version.moves(file))
    names.any? ? Core::Permits::Amendment.said(names) : nil
  end

  def self.again(permit, asked_version, now)
    Store::Permits::Permits.change(permit, status: "cancelled", withdraw_at: now)
    id =
      Store::Permits::Permits.insert(
        **permit.slice(:file_id, :jurisdiction, :kind, :miles, :fee, :amends_id, :copied_from_id),
        status: "sent",
        sent_at: now,
        attempt: 1,
        asked_version:
      )
    Jobs::WithdrawApplication.enqueue(permit_id: permit[:id])
    Jobs::AskOffice.enqueue(permit_id: id)
  end
  private_class_method :again
end
