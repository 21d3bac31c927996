# frozen_string_literal: true

# A permit office: the same small interface for all of them (docs/offices.md). The stand-in and a real partner are told apart by the
# address.
class Work::Permits::Office
  # What an office may say; anything else is nonsense, and is asked again.
  STATES = %w[issued review asked refused].freeze

  def initialize(jurisdiction)
    @path = "/v1/offices/#{jurisdiction}/applications"
    @service = Work::Service.new("the office of #{jurisdiction}", Settings.office_url, read_timeout: 15)
  end

  # Both return { "application", "state", "message", "number", "fee", "valid_from", "valid_to", "conditions" }, the last five where it is
  # issued: BigDecimal dollars and Dates. Raise Work::Service::Unreachable.
  def apply(application, key:) = read(@service.post(@path, application, key:))
  def status(id) = read(@service.get("#{@path}/#{id}"))
  def pdf(id) = @service.get("#{@path}/#{id}/permit.pdf")

  private

  def read(body)
    answer = JSON.parse(body)
    raise Work::Service::Unreachable, "the office answered nonsense" unless answer.is_a?(Hash) && STATES.include?(answer["state"]) && answer["application"].is_a?(String)

    answer["state"] == "issued" ? answer.merge(issued(answer)) : answer
  rescue JSON::ParserError, KeyError, TypeError, ArgumentError
    raise Work::Service::Unreachable, "the office answered nonsense"
  end

  def issued(answer)
    { "number" => String(answer.fetch("number")), "fee" => BigDecimal(answer.fetch("fee").to_s), "valid_from" => Date.iso8601(answer.fetch("valid_from")), "valid_to" => Date.iso8601(answer.fetch("valid_to")) }
  end
end
