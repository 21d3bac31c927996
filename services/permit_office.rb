# frozen_string_literal: true

# A permit office: the same small interface for all of them (docs/offices.md). The stand-in and a real partner
# are told apart by the address.
class Services::PermitOffice
  # What an office may say of an application; anything else is nonsense, and is asked again.
  STATES = %w[issued review asked refused].freeze
  WITHDRAWN = %w[withdrawn issued].freeze
  # What it says of a payment, and what then comes with it.
  PAYMENT_NEEDS = { "paid" => "receipt", "open" => "checkout", "failed" => "message" }.freeze

  # as_of - the caller's time: the stand-in lives by it, as the demo has a clock of its own; a real office
  # does not listen
  def initialize(jurisdiction, as_of: nil, read_timeout: 15)
    @office = "/v1/offices/#{jurisdiction}"
    @path = "#{@office}/applications"
    headers = as_of ? { "X-Simulated-Now" => as_of.iso8601 } : {}
    @client =
      Services::Client.new("the office of #{jurisdiction}", Settings.office_url, read_timeout:, headers:)
  end

  # Both return { "application", "state", "message", "number", "fee", "valid_from", "valid_to", "conditions"
  # }, the last five where it is issued: BigDecimal dollars and Dates. Raise Services::Unreachable.
  def apply(application, key:) = application(@client.post(@path, application, key:))
  def status(id) = application(@client.get("#{@path}/#{id}"))
  # The same answer with the state "withdrawn", or "issued" where it was issued before.
  def withdraw(id) =
    application(@client.post("#{@path}/#{id}/withdraw", {}, key: "withdraw-#{id}"), WITHDRAWN)
  def pdf(id) = @client.get("#{@path}/#{id}/permit.pdf")

  # company - its name. What it has there in advance, and whether somebody is in: { "balance" => BigDecimal, "open" =>
  # true or false, "opens_at" => text }
  def account(company)
    @client.read(@client.get("#{@office}/account?#{URI.encode_www_form(company:)}")) do |answer|
      answer.merge("balance" => BigDecimal(answer.fetch("balance")))
    end
  end

  # Both return { "payment", "state": paid with "receipt", open with "checkout", or failed with "message" }.
  def pay(payment, key:) = paid(@client.post("#{@office}/payments", payment, key:))
  def payment(id) = paid(@client.get("#{@office}/payments/#{id}"))
  def receipt_pdf(id) = @client.get("#{@office}/payments/#{id}/receipt.pdf")

  private

  def paid(body)
    @client.read(body) do |answer|
      wanted = PAYMENT_NEEDS.fetch(answer.fetch("state"))
      says, = [wanted, "payment"].map { |name| Services::Client.text(answer, name) }
      raise TypeError, "no address" if wanted == "checkout" && !says.match?(%r{\Ahttps?://})

      answer
    end
  end

  def application(body, states = STATES)
    @client.read(body) do |answer|
      raise TypeError, "no such state" unless states.include?(answer.fetch("state"))
      Services::Client.text(answer, "application")
      answer["state"] == "issued" ? answer.merge(issued(answer)) : answer
    end
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
