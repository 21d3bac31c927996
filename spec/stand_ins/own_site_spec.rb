# frozen_string_literal: true

require "spec_helper"
require "rack/test"
module StandIns
end
require_relative "../../stand_ins/own_site"

# The phones' page writes as a driver: another site that is open beside it must not.
RSpec.describe StandIns::OwnSite do
  include Rack::Test::Methods

  def app = described_class.new(->(_) { [200, {}, ["done"]] })

  def written(**headers)
    headers.each { |name, value| header(name.to_s, value) }
    post "http://127.0.0.1:4610/reply", from: "208-555-0150", body: "delivered"
    last_response.status
  end

  it "takes what its own page and programs write" do
    expect([written, written("Origin" => "http://127.0.0.1:4610", "Sec-Fetch-Site" => "same-origin")]).to eq(
      [200, 200]
    )
  end

  it "refuses what another site writes, another port of this machine too, and stands in nobody's frame" do
    expect(written("Sec-Fetch-Site" => "cross-site")).to eq(403)
    expect(written("Sec-Fetch-Site" => nil, "Origin" => "http://elsewhere.example")).to eq(403)
    expect(written("Sec-Fetch-Site" => nil, "Origin" => "http://127.0.0.1:4600")).to eq(403)
    expect(written("Sec-Fetch-Site" => nil, "Origin" => "null")).to eq(403)
    header("Origin", nil)
    get "http://127.0.0.1:4610/"
    expect(last_response.headers["x-frame-options"]).to eq("DENY")
  end
end
