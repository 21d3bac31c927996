# frozen_string_literal: true

# Hands one application to its office, or asks what became of it. It may be killed on any line: the office
# drops a key that it has seen.
class Jobs::AskOffice < Que::Job
  self.maximum_retry_count = 15

  # Those that wait for an answer are asked after each minute; what a clerk keyed in has no one to ask.
  def self.ask_after = Store::Permits.in_review_ids.each { |permit_id| enqueue(permit_id:) }

  def run(permit_id:)
    permit = Store::Permits.waiting(permit_id) or return finish
    office = Services::PermitOffice.new(permit[:jurisdiction], as_of: Clock.now)
    answer =
      permit[:status] == "review" ? office.status(permit[:office_id]) : self.class.hand_in(office, permit)
    pdf = answer["state"] == "issued" ? office.pdf(answer["application"]) : nil
    DB.transaction do
      Work::Permits::TakeAnswer.call(permit_id, answer, pdf, now: Clock.now)
      Store::Permits::Permits.at(permit_id).exclude(silent_since: nil).update(silent_since: nil)
      finish
    end
  rescue Services::Unreachable
    # Seen on the file; asked again all the same.
    Store::Permits::Permits.at(permit_id).where(silent_since: nil).update(silent_since: Clock.now)
    raise
  end

  # The same application under the same key, however often.
  def self.hand_in(office, permit) =
    office.apply(
      Reads::Permits::Application.of(permit),
      key: "permit-#{permit[:id]}-#{permit[:attempt]}-#{permit[:sent_at].to_i}"
    )
end
