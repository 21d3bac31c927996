# frozen_string_literal: true

require "app_helper"

# A driver's links, as who changes his number or guesses his PIN would use them. OWASP ASVS 4.0.3, chapters 2 and 3.
RSpec.describe "A driver's links" do
  include Given

  let(:dispatcher) { api(maren) }
  let(:clerk) { api(inez) }

  def link = Store::Tracking.token(Store::Tracking.link_for(driver_id, now))
  def phone(token) = api.tap { |client| client.header("Authorization", "Bearer #{token}") }
  def cab(token)
    client = phone(token)
    answer = client.call(:get, "/api/cab")
    client.status == 200 ? answer : client.error[:code]
  end

  def change_number(phone = "208-555-0199", by: dispatcher)
    driver = by.call(:get, "/api/drivers/#{driver_id}")
    by.call(
      :put,
      "/api/drivers/#{driver_id}",
      driver.slice(:name, :number, :terminal_id, :version).merge(phone:)
    )
  end

  def texts = DB[:texts].order(:id).select_map(%i[to phrase])

  before do
    Clock.hold(now)
    company
    sent
  end

  after { Clock.hold(nil) }

  def pay_run
    trip_id = DB[:trips].get(:id)
    deliver(trip_id)
    keep_photo(trip_id)
    Work::Pay::OpenPayRun.call({ from: Date.new(2026, 11, 22), to: Date.new(2026, 11, 28) }, by: inez, now:)
  end

  it "end with the number that they went to, those that ask too, and who has it is told" do
    old = link
    trip_id = DB[:trips].get(:id)
    Work::Tracking::AskCheckIn.call(trip_id, { key: "where is he" }, by: maren, now:)
    ask = DB[:asks].first
    change_number
    expect(cab(old)).to eq("signed_out")
    expect(Store::Tracking.ask_by(Store::Tracking.ask_token(ask), now + 1)).to be_nil
    expect(texts.last).to eq(%w[208-555-0150 number_changed])
  end

  it "show no pay on a new number until a second person has confirmed it" do
    pay_run
    change_number
    fresh = cab(link)
    expect(fresh).to include(pay_waits: true, pay: [], earned: [], receipts: [])
    statement_id = DB[:statements].where(driver_id:).get(:id)
    reader = phone(link)
    reader.call(:get, "/api/cab/statements/#{statement_id}")
    expect(reader.error[:code]).to eq("number_new")

    greta = api(account(%w[dispatcher administrator], "Greta Lindqvist"))
    change_number("208-555-0198", by: greta)
    confirm = ->(client) do
      client.call(:post, "/api/drivers/#{driver_id}/confirm-number", { key: "spoke with him" })
    end
    confirm.call(greta)
    expect(greta.error[:code]).to eq("second_person")
    confirm.call(dispatcher)
    expect(dispatcher.error[:code]).to eq("not_allowed")
    confirm.call(clerk)
    expect([clerk.status, cab(link)]).to match([200, include(pay_waits: false, pay: [include(:net)])])
    clerk.call(:post, "/api/drivers/#{driver_id}/confirm-number", { key: "and once more" })
    expect(clerk.error[:code]).to eq("no_new_number")
  end

  it "show it to who types the PIN that he had before, and to nobody who sets a new one" do
    pin = ->(token, body) { phone(token).call(:put, "/api/cab/settings", { key: "pin #{body}", pin: body }) }
    pin.call(link, "4711")
    change_number
    answer = phone(link).call(:put, "/api/cab/unlock", { pin: "4711" })
    expect(answer).to include(:unlock).or include(:token)
    expect(DB[:drivers].where(id: driver_id).get(:new_number_by)).to be_nil

    change_number("208-555-0197")
    Work::Tracking::CabSettings.renew_link(driver_id, { key: "a new link" }, by: maren, now:)
    pin.call(link, "0000")
    phone(link).call(:put, "/api/cab/unlock", { pin: "0000" })
    expect(waits).to be(true)
    # Nor by changing the number once more, with that PIN set.
    change_number("208-555-0196")
    phone(link).call(:put, "/api/cab/unlock", { pin: "0000" })
    expect(waits).to be(true)
  end

  it "wait for a second person as well where there was no number before" do
    DB[:drivers].where(id: driver_id).update(phone: "")
    change_number
    expect([waits, texts.map(&:last)]).to match(
      [true, satisfy { |phrases| !phrases.include?("number_changed") }]
    )
  end

  def waits = !DB[:drivers].where(id: driver_id).get(:new_number_by).nil?

  # Ten at once: no more than five are looked at.
  it "count each try of a PIN before it is looked at" do
    Work::Tracking::CabSettings.call({ key: "set the pin", pin: "4711" }, driver:, now:)
    allow(Argon2::Password).to receive(:verify_password).and_return(false)
    row = DB[:drivers].first(id: driver_id)
    tries = Array.new(10) { Work::Tracking::CabSettings.pin?(row, "0000", now:) }
    expect(tries).to all(be(false))
    expect(Argon2::Password).to have_received(:verify_password).exactly(5).times
    expect(DB[:cab_links].where(driver_id:, revoked_at: nil).count).to eq(0)
  end
end
