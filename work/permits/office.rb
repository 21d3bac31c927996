# frozen_string_literal: true

# A permit office: the same small interface for all of them (docs/offices.md). The stand-in and a real partner
# are told apart by the
# address.
class Work::Permits::Office
  # What an office may say; anything else is nonsense, and is asked again.
  STATES = %w[issued review asked refused].freeze

  def initialize(jurisdiction, read_timeout: 15)
    @office = "/v1/offices/#{jurisdiction}"
    @path = "#{@office}/applications"
    @service = Work::Service.new("the office of #{jurisdiction}", Settings.office_url, read_timeout:)
  end

  # Both return { "application", "state", "message", "number", "fee", "valid_from", "valid_to", "conditions"
  # }, the last five where it is
  # issued: BigDecimal dollars and Dates. Raise Work::Service::Unreachable.
  def apply(application, key:) = read(@service.post(@path, application, key:))
  def status(id) = read(@service.get("#{@path}/#{id}"))
  def pdf(id) = @service.get("#{@path}/#{id}/permit.pdf")

  # What the company has there in advance, and whether somebody is in: { "balance" => BigDecimal, "open" =>
  # true or false, "opens_at" => text }
  def account
    answer = JSON.parse(@service.get("#{@office}/account"))
    answer.merge("balance" => BigDecimal(answer.fetch("balance")))
  rescue JSON::ParserError, KeyError, TypeError, ArgumentError, NoMethodError
    raise Work::Service::Unreachable, "the office answered nonsense"
  end

  # Both return { "payment", "state": paid with "receipt", open with "checkout", or failed with "message" }.
  def pay(payment, key:) = paid(@service.post("#{@office}/payments", payment, key:))
  def payment(id) = paid(@service.get("#{@office}/payments/#{id}"))
  def receipt_pdf(id) = @service.get("#{@office}/payments/#{id}/receipt.pdf")

  private

  def paid(body)
    answer = JSON.parse(body)
    wanted =
      { "paid" => "receipt", "open" => "checkout", "failed" => "message" }[answer["state"]] if answer.is_a?(
      Hash
    )
    sound = wanted && answer[wanted].is_a?(String) && answer["payment"].is_a?(String)
    unless sound && (wanted != "checkout" || answer[wanted].match?(%r{\Ahttps?://}))
      raise Work::Service::Unreachable, "the office answered nonsense"
    end

    answer
  rescue JSON::ParserError
    raise Work::Service::Unreachable, "the office answered nonsense"
  end

  def read(body)
    answer = JSON.parse(body)
    unless answer.is_a?(Hash) && STATES.include?(answer["state"]) && answer["application"].is_a?(String)
      raise Work::Service::Unreachable, "the office answered nonsense"
    end

    answer["state"] == "issued" ? answer.merge(issued(answer)) : answer
  rescue JSON::ParserError, KeyError, TypeError, ArgumentError
    raise Work::Service::Unreachable, "the office answered nonsense"
  end

  def issued(answer)
    {
      "number" => String(answer.fetch("number")),
      "fee" => BigDecimal(answer.fetch("fee").to_s),
      "valid_from" => Date.iso8601(answer.fetch("valid_from")),
      "valid_to" => Date.iso8601(answer.fetch("valid_to"))
    }
  end
end
