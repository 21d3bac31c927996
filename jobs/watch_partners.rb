# frozen_string_literal: true

# Each minute: passes over partners who did not answer a tender in time, and asks the register about those whom it was
# not asked about since the night.
class Jobs::WatchPartners < Que::Job
  include Jobs::EachMinute

  EVERY_SECONDS_IN_REGISTER = 20 * 3600

  private

  def look
    now = Clock.now
    Store::Partners.tenders_due(now).each { |tender_id| Work::Partners::Turns.go_on(tender_id, now:) }
    return if Settings.register_url.nil? || Store::Queue.holds?(Jobs::CheckPartner.name)

    Store::Partners
      .unchecked_since(now - EVERY_SECONDS_IN_REGISTER)
      .each { |partner_id| Jobs::CheckPartner.enqueue(partner_id:) }
  end
end
