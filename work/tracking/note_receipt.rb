# frozen_string_literal: true

# Notes what has become of a text: taken by the gateway, delivered, or failed; and tells whoever watches its
# load.
module Work::Tracking::NoteReceipt
  # What comes later in this list is never taken back by what comes earlier: receipts arrive in any order.
  STATES = %w[written sent failed delivered].freeze
  # So often a text is tried that the phone did not take.
  ATTEMPTS = 3
  AGAIN_SECONDS = 120

  # The gateway has taken it. text - row
  def self.call(text, receipt, now:)
    Work::Act.once(nil, "send_text", by: Work::Actor.system, now:) do |act|
      Store::Tracking::Texts.where(id: text[:id], status: "written").update(
        status: "sent",
        status_at: now,
        sent_at: now,
        receipt:
      )
      tell(act, text, { texted: [nil, text[:to]] })
    end
  end

  # What the gateway calls back with. call - { id:, status: sent, delivered or failed, receipt:, cost:,
  # failure: }
  #
  # Returns whether it was news.
  def self.called_back(call, now:)
    Work::Act.once(nil, "text_#{call[:status]}", by: Work::Actor.system, now:) do |act|
      next false unless Store::Tracking::GatewayCalls.once({ id: call[:id], at: now })

      text = Store::Tracking::Texts.where(receipt: call[:receipt]).for_update.first or next false
      Store::Tracking::Texts.at(text[:id]).update(cost: call[:cost]) if call[:cost] && text[:cost].nil?
      next false unless STATES.index(call[:status]) > STATES.index(text[:status])

      Store::Tracking::Texts.at(text[:id]).update(
        status: call[:status],
        status_at: now,
        failure: call[:failure]
      )
      try_again(text) if call[:status] == "failed"
      tell(act, text, { text: [text[:status], call[:status]] })
      true
    end
  end

  def self.try_again(text)
    return if text[:attempts] + 1 >= ATTEMPTS

    Store::Tracking::Texts.at(text[:id]).update(status: "written", attempts: text[:attempts] + 1)
    Jobs::SendText.enqueue(text_id: text[:id], job_options: { run_at: Time.now + AGAIN_SECONDS })
  end

  def self.tell(act, text, changes)
    load_id = Store::Freight::TripLoads.where(trip_id: text[:trip_id]).get(:load_id)
    act.changed("load", load_id, changes) if load_id
    act.changed("message", text[:driver_id], changes) if text[:message_id] || load_id.nil?
    text[:id]
  end
  private_class_method :try_again, :tell
end
