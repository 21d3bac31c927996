# frozen_string_literal: true

# Delivers one text to the gateway. It may be killed on any line: the gateway drops a key that it has seen.
class Work::Tracking::SendText < Que::Job
  # About a day of trying, less and less often.
  self.maximum_retry_count = 15

  def run(text_id:)
    text = DB[:texts].first(id: text_id, sent_at: nil) or return finish
    receipt = Work::Tracking::TextGateway.current.deliver(text[:to], body(text), key: "text-#{text[:id]}")
    DB.transaction do
      DB[:texts].where(id: text_id).update(sent_at: Clock.now, receipt:)
      load_id = DB[:trip_loads].where(trip_id: text[:trip_id]).get(:load_id)
      Work::Act.new("send_text", Work::Actor.system, Clock.now).changed("load", load_id, { texted: [nil, text[:to]] }) if load_id
      finish
    end
  end

  private

  def body(text)
    link = text[:link_id] && DB[:cab_links].first(id: text[:link_id])
    link ? text[:body].sub(Work::Tracking::WriteText::LINK) { "#{Settings.public_url}/cab##{Store::Tracking.token(link)}" } : text[:body]
  end
end
