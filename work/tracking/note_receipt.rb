# frozen_string_literal: true

# Notes that the gateway has taken a text, and tells whoever watches its load.
module Work::Tracking::NoteReceipt
  # text - row of texts, not sent yet
  def self.call(text, receipt, now:)
    Work::Act.once(nil, "send_text", by: Work::Actor.system, now:) do |act|
      DB[:texts].where(id: text[:id]).update(sent_at: now, receipt:)
      load_id = DB[:trip_loads].where(trip_id: text[:trip_id]).get(:load_id)
      act.changed("load", load_id, { texted: [nil, text[:to]] }) if load_id
      text[:id]
    end
  end
end
