# frozen_string_literal: true

# Delivers one text to the gateway. It may be killed on any line: the gateway drops a key that it has seen.
class Jobs::SendText < Que::Job
  # About a day of trying, less and less often.
  self.maximum_retry_count = 15

  def run(text_id:)
    text = Store::Tracking.unsent_text(text_id) or return finish
    receipt = Services::TextGateway.current.deliver(text[:to], body(text), key: key(text))
    DB.transaction do
      Work::Tracking::NoteReceipt.call(text, receipt, now: Clock.now)
      finish
    end
  end

  private

  # With the time it was written: numbers begin anew when a database is set up anew, and the gateway
  # remembers.
  def key(text) = "text-#{text[:id]}-#{text[:attempts]}-#{text[:written_at].to_i}"

  def body(text) = text[:body].sub(Work::Tracking::WriteText::LINK) { link(text) }

  def link(text)
    address =
      text[:ask_id] ? Store::Tracking.ask_address(text[:ask_id]) : Store::Tracking.cab_address(text[:link_id])
    "#{Settings.public_url}/#{address}"
  end
end
