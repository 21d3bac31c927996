# frozen_string_literal: true

# Sends the applications of a file to their offices, all at once or one.
module Work::Permits::Apply
  # Where the state does not say.
  MOST_AHEAD_DAYS = 180

  # input - { key:, permit_id: or nil for all, answer: what the office asked for }
  # Returns the load's id. What an office takes only later stays for then. Raises Refused `not_attested`,
  # `nothing_to_send`, `too_far_ahead`.
  def self.to_offices(load_id, input, by:, now:)
    Work::Act.once(input[:key], "apply_for_permits", by:, now:, input: input.merge(load_id:)) do |act|
      file = Store::Permits::Files.where(load_id:).for_update.first or
        raise Store::NotFound.new("permit file", load_id)
      Work::Permits::Version.refuse_unattested(file[:attested_by])

      permits = sendable(file, input[:permit_id])
      if permits.empty?
        raise Refused.new(
                "nothing_to_send",
                "There is nothing to send: what is left is with its office, or issued, or cannot be " \
                  "applied for.",
                path: ""
              )
      end

      early, ripe = permits.all.partition { |permit| from_on(permit, file) > now.to_date }
      if ripe.empty?
        raise Refused.new(
                "too_far_ahead",
                early
                  .map { |permit| "#{permit[:jurisdiction]} takes it from #{from_on(permit, file)} on." }
                  .join(" "),
                path: "/starts_on"
              )
      end

      hand_in(ripe, Work::Permits::Version.keep(file[:id], by:, now:), now, answer: input[:answer].to_s)
      act.changed("load", load_id, { permits: [nil, ripe.map { |permit| permit[:jurisdiction] }.join(", ")] })
      load_id
    end
  end

  # asked_version - of the file, that the offices are asked with
  def self.hand_in(permits, asked_version, now, answer: "") =
    permits.each do |permit|
      Store::Permits::Permits.change(
        permit,
        status: "sent",
        sent_at: now,
        attempt: permit[:attempt] + 1,
        answer:,
        asked_version:
      )
      Jobs::AskOffice.enqueue(permit_id: permit[:id])
    end

  # One, or all of a file. What an office asks about goes back by itself, with an answer.
  def self.sendable(file, permit_id)
    states = Core::Permits::Sending::OPEN
    states += [Core::Permits::Sending::ASKED] if permit_id
    permits =
      Store::Permits::Permits.where(file_id: file[:id], status: states).exclude(
        kind: Core::Permits::Lacks::HOPELESS
      )
    permit_id ? permits.where(id: permit_id) : permits
  end

  # The first day on which the office takes an application for the file's start.
  def self.from_on(permit, file)
    rules = Store::Permits.rules[permit[:jurisdiction]]
    file[:starts_on] - (rules ? rules.permit[:start_ahead_days].value : MOST_AHEAD_DAYS)
  end
end
