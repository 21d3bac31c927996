# frozen_string_literal: true

require "app_helper"

# What the text gateway calls back with: signed, repeated, in any order; and what drivers without a smartphone
# say.
RSpec.describe Work::Tracking::TakeText do
  let(:gateway) { api }

  before do
    Clock.hold(now)
    driver_id
    DB[:drivers].where(id: driver_id).update(smartphone: false, phone: "(208) 555-0150")
  end

  after { Clock.hold(nil) }

  def signed(body, secret: Settings.text_gateway_secret, at: Time.now.to_i) =
    "t=#{at},v1=#{OpenSSL::HMAC.hexdigest("SHA256", secret, "#{at}.#{body}")}"

  def call(type, key:, **message)
    body = JSON.generate(key:, type: "message.#{type}", at: Time.now.utc.iso8601, message:)
    gateway.call(:post, "/api/hooks/texts", body, X_Gateway_Signature: signed(body))
  end

  def says(body, key: "in-#{@said = @said.to_i + 1}") =
    call("received", key:, from: "+1 208 555 0150", to: "20855", body:)
  def answers = DB[:texts].order(:id).select_map(:body)
  def at(minutes) = Clock.hold(now + (minutes * 60))

  it "drives a whole trip by plain texts, told in the first one" do
    load_id, trip_id = sent
    expect(answers.last).to include(
      "Boise, ID",
      "Pendleton, OR",
      "T-101 + V-201",
      "You can text us ARRIVED, LOADED"
    ).and(satisfy { |text| !text.include?("{link}") })
    says("ok")
    expect([load(load_id)[:status], answers.last]).to match(
      ["accepted", a_string_including("accepted. Text ARRIVED when you are at Boise, ID")]
    )
    {
      60 => " Arrived!",
      120 => "LAODED",
      130 => "left",
      300 => "arrived at the receiver",
      360 => "delivered",
      365 => "Delivered signed by R. Dock"
    }.each { |minutes, text| at(minutes) && says(text) }
    expect(load(load_id)[:status]).to eq("delivered")
    expect(answers).to include(a_string_including("Who signed for it?"))
    stops = Store::Freight.trip_stops(trip_id).all
    expect(
      stops.map { |stop| [stop[:arrived_at], stop[:worked_at]].map { |time| ((time - now) / 60).round } }
    ).to eq([[60, 120], [300, 360]])
    expect(DB[:check_ins].where(trip_id:).select_map(:source).uniq).to eq(["text"])
    expect(DB[:messages].count).to eq(0)
  end

  it "takes the name of who signed from the later text" do
    _, trip_id = sent
    %w[arrived loaded left arrived delivered].zip([0, 10, 20, 260, 300]) do |text, minute|
      at(minute) && says(text)
    end
    at(310) && says("delivered Ana Ruiz")
    expect(Store::Freight.trip_stops(trip_id).all.last[:signer]).to eq("Ana Ruiz")
    expect(DB[:trips].where(id: trip_id).get(:findings).to_a).to eq([])
  end

  it "passes on what nobody understands, a question, and a word from nobody's trip; in his language" do
    says("the gate is locked and nobody is here since 5")
    says("QUESTION where do I park")
    says("loaded") # no trip
    expect(DB[:messages].order(:id).select_map(%i[body not_understood])).to eq(
      [["the gate is locked and nobody is here since 5", true], ["where do I park", false], ["loaded", false]]
    )
    expect(answers.last).to include("no trip with us")
    says("español")
    expect(answers.last).to include("desde ahora en español")
    says("ayuda")
    expect(answers.last).to include("Puede escribirnos")
    expect(client_threads.first).to include(driver: "Wade Ferris", unread: 3, not_understood: true)
  end

  def client_threads = api(maren).call(:get, "/api/messages")

  it "takes a call once, and none that is not signed by the gateway lately" do
    2.times { says("hello", key: "in-same") }
    expect(DB[:messages].count).to eq(1)
    body =
      JSON.generate(
        key: "in-forged",
        type: "message.received",
        at: Time.now.utc.iso8601,
        message: {
          from: "208-555-0150",
          body: "forged"
        }
      )
    codes =
      [signed(body, secret: "guess"), "t=1,v1=00", signed(body, at: Time.now.to_i - 3600)].map do |signature|
        gateway.call(:post, "/api/hooks/texts", body, X_Gateway_Signature: signature).dig(:error, :code)
      end
    expect(codes).to eq(%w[bad_signature bad_signature stale_call])
    expect(
      says("who is this", key: "in-stranger").then { DB[:received_texts].where(driver_id: nil).count }
    ).to eq(0)
    call("received", key: "in-unknown", from: "+1 503 555 0199", body: "hi")
    expect(DB[:received_texts].where(driver_id: nil).select_map(:body)).to eq(["hi"])
  end

  it "knows what has become of a text in whatever order it is told, with its cost, and tries again when " \
       "it failed" do
    sent
    text = DB[:texts].order(:id).last
    Work::Tracking::NoteReceipt.call(text, "r-1", now:)
    call("delivered", key: "evt-2", receipt: "r-1", cost: "0.0079")
    call("sent", key: "evt-1", receipt: "r-1")
    expect(DB[:texts].first(id: text[:id])).to include(status: "delivered", cost: BigDecimal("0.0079"))
    DB[:texts].where(id: text[:id]).update(status: "sent")
    2.times { call("failed", key: "evt-3", receipt: "r-1", failure: "the phone is off") }
    expect(DB[:texts].first(id: text[:id])).to include(
      status: "written",
      attempts: 1,
      failure: "the phone is off"
    )
  end
end
