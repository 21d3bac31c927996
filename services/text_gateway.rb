# frozen_string_literal: true

# The service that delivers text messages. The stand-in and a real one are told apart by the address alone.
class Services::TextGateway
  def self.current = new(Services::Client.new("the text gateway", Settings.text_gateway_url))

  def initialize(client)
    @client = client
  end

  # Returns the gateway's receipt. The same key delivers once. Raises Services::Unreachable; the job tries
  # again.
  def deliver(to, body, key:) =
    @client.read(@client.post("/v1/messages", { to:, body: }, key:)) do |answer|
      Services::Client.text(answer, "receipt")
    end
end
