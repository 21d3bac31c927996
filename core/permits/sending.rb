# frozen_string_literal: true

# When an application can go to its office.
module Core::Permits::Sending
  # What nobody has in hand yet; what an office asks about goes back to it with an answer.
  OPEN = %w[draft refused].freeze
  ASKED = "asked"
  # What an office has in hand, or waits to hear of.
  UNDER_WAY = ["sent", "review", ASKED].freeze

  # from_on - Date from which the office takes it. Can it be sent as it is?
  def self.ready?(status:, kind:, from_on:, today:) =
    OPEN.include?(status) && !Core::Permits::Lacks::HOPELESS.include?(kind) && from_on <= today
end
