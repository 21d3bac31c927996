# frozen_string_literal: true

# What a company has in advance with an office, as the office says now.
module Reads::Permits::Account
  # A page does not wait long for an office.
  PATIENCE_SECONDS = 2

  # balance - BigDecimal dollars; open - is somebody in?; opens_at - text
  Value = Core::Value.of(:balance, :open, :opens_at)

  # company - its name. Nil while the office does not answer.
  def self.of(jurisdiction, company)
    office = Services::PermitOffice.new(jurisdiction, as_of: Clock.now, read_timeout: PATIENCE_SECONDS)
    said = office.account(company)
    Value.new(balance: said["balance"], open: said["open"], opens_at: said["opens_at"])
  rescue Services::Unreachable
    nil # the page says that the office is silent
  end
end
