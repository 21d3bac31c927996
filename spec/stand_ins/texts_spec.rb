# frozen_string_literal: true

require "rack/test"
require "tmpdir"
require_relative "../../stand_ins/texts/gateway"

RSpec.describe StandIns::TextGateway do
  include Rack::Test::Methods

  let(:path) { File.join(Dir.mktmpdir, "texts.jsonl") }
  let(:app) { described_class.new(path) }

  def deliver(body, key: "text-1") =
    post("/v1/messages", JSON.generate(to: "208-555-0150", body:), "HTTP_IDEMPOTENCY_KEY" => key).then do
      last_response
    end

  it "delivers a key once, and remembers it over a restart" do
    receipts = Array.new(2) { JSON.parse(deliver("Hello").body)["receipt"] }
    restarted = Rack::Test::Session.new(described_class.new(path))
    restarted.get("/v1/messages?to=208-555-0150")
    expect([receipts.uniq.length, JSON.parse(restarted.last_response.body).length]).to eq([1, 1])
  end

  it "shows the phones with links that can be opened and nothing that can run" do
    deliver("<script>1</script> http://127.0.0.1:4600/cab#abc")
    get("/")
    expect(last_response.body).to include(
      "208-555-0150",
      "href=\"http://127.0.0.1:4600/cab#abc\""
    ).and include("&lt;script&gt;")
  end

  it "refuses what it cannot deliver" do
    expect(
      [deliver("", key: "k").status, deliver("x", key: nil).status, post("/v1/messages", "{").status]
    ).to eq([422, 422, 400])
  end
end
