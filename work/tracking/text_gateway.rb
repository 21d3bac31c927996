# frozen_string_literal: true

# The service that delivers text messages. The stand-in and a real one are told apart by the address alone.
class Work::Tracking::TextGateway
  def self.current = new(Work::Service.new("the text gateway", Settings.text_gateway_url))

  def initialize(service)
    @service = service
  end

  # Returns the gateway's receipt. The same key delivers once. Raises Work::Service::Unreachable; the job
  # tries again.
  def deliver(to, body, key:) =
    Work::Service.field(@service.post("/v1/messages", { to:, body: }, key:), "receipt")
end
