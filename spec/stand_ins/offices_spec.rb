# frozen_string_literal: true

require "rack/mock"
require "tmpdir"
require_relative "../../stand_ins/offices/offices"

RSpec.describe StandIns::PermitOffices do
  let(:noon) { Time.utc(2026, 12, 1, 19) } # a Tuesday, noon in Boise
  let(:offices) do
    described_class.new(File.join(Dir.mktmpdir, "offices.jsonl"), clock: -> { noon }, outages: false)
  end

  def account(**headers) =
    JSON.parse(
      Rack::MockRequest.new(offices).get("/v1/offices/ID/account", headers.transform_keys(&:to_s)).body
    )

  it "lives by the clock of who asks: closed on the demo's Sunday, whatever the day here" do
    expect(account["open"]).to be(true)
    expect(account(HTTP_X_SIMULATED_NOW: "2026-11-22T19:00:00Z")["open"]).to be(false)
    expect(account(HTTP_X_SIMULATED_NOW: "2026-11-23T19:00:00Z")["open"]).to be(true)
  end
end
