# frozen_string_literal: true

require "browser_helper"

# A load goes to a partner: offered, taken by its link, driven by its driver, billed and paid.
RSpec.describe "Partners", :committed, type: :feature do
  def partner
    id =
      Work::Partners::KeepPartner.take_on(
        {
          name: "Snake Rim Carriers",
          authority_number: "MC900001",
          terms_days: 30,
          phone: "208-555-0141",
          email: "loads@snakerim.example",
          agreement_on: Date.new(2026, 2, 1),
          w9_on: Date.new(2026, 2, 1),
          lanes: [{ from: "ID", to: "OR", kind: "flat", rate: "1500" }]
        },
        by: maren,
        now:
      )
    { auto_liability: "1000000", cargo: "100000" }.each do |kind, limit|
      days = { from_on: Date.today - 100, expires_on: Date.today + 100 }
      certificate = { kind: kind.to_s, limit:, insurer: "Camas Mutual", **days }
      Work::Partners::KeepInsurance.add(id, certificate, by: maren, now:)
    end
    said = { authority: "active", since_on: "2019-03-01", safety_rating: "satisfactory", name: "S" }
    said = { **said, phone: "208-555-0141", address: "", insurances: [filed] }
    Work::Partners::TakeRegister.call(id, "MC900001", said, now: Time.now.utc)
    id
  end

  def filed
    insured = { kind: "auto_liability", limit: "1000000", insurer: "Camas Mutual", policy: "" }
    { **insured, from_on: (Date.today - 100).iso8601, expires_on: (Date.today + 100).iso8601 }
  end

  def link = "/tender##{Store::Partners.token(DB[:tender_offers].reverse(:id).get(:salt))}"

  it "are offered a load, take it, are followed and paid", :aggregate_failures do
    account(%w[administrator dispatcher settlement_clerk], "Greta Lindqvist")
    terminal_id
    partner
    load_id = book(at: Time.now.utc + (20 * 3600))
    sign_in "greta.lindqvist@juniperfork.example"
    visit "/fleet/partners"
    click_on "Snake Rim Carriers"
    expect(page).to have_text("Certificate, Camas Mutual")
    expect(page).to be_axe_clean

    visit "/freight/#{load_id}"
    click_on "Offer it to partners"
    find("input[aria-label='Ask Snake Rim Carriers']", visible: :all).click
    expect(page).to have_text("$720.00 is left for us")
    expect(page).to be_axe_clean.within("[aria-label='Partner carriers']")
    click_on "Offer it"
    expect(page).to have_text("Snake Rim Carriers: asked, until")

    Capybara.using_session(:partner) do
      on_phone
      visit link
      expect(page).to have_text("Boise, ID → Pendleton, OR")
      expect(page).to have_no_text("Yellow onions")
      expect(page).to be_axe_clean
      fill_in "Your name", with: "Rae Tolliver"
      find("label", text: "I may say so for Snake Rim Carriers").click
      click_on "We haul it for $1,500.00"
      expect(page).to have_text("It is yours.")
      expect(page).to have_text("Yellow onions")
      fill_in "Driver’s name", with: "Noor Valdez"
      fill_in "Driver’s mobile number", with: "208-555-0177"
      click_on "Text the driver"
      expect(page).to have_text("Noor Valdez, 208-555-0177, has the link.")
      expect(page).to be_axe_clean
    end

    expect(page).to have_text("Snake Rim Carriers hauls it")
    expect(page).to have_text("Noor Valdez drives")
    driver = Work::Actor.driver(DB[:drivers].first(name: "Noor Valdez"))
    check_in(Store::Freight.live_trip(load_id)[:id], "on_my_way", by: driver, at: Time.now.utc)
    visit "/road"
    expect(page).to have_text("Noor Valdez")
    deliver_rest(load_id, driver)

    Capybara.using_session(:partner) do
      visit link
      page.refresh
      fill_in "Bill number", with: "7001"
      fill_in "Of", with: Date.today.strftime("%m/%d/%Y")
      click_on "Send the bill"
      expect(page).to have_text("to be paid, due")
    end
    visit "/billing?view=partners"
    find("input[aria-label='Pay 7001 of Snake Rim Carriers']").click
    within("form[aria-label=Pay]") { find(".v-select").click }
    find(".v-list-item", text: "Check").click
    fill_in "Check number", with: "2041"
    click_on "Pay $1,500.00"
    expect(page).to have_text("No bill waits.")
    expect(page).to be_axe_clean
    expect(Work::Pay::ProveBooks.call).to eq []
  end

  def deliver_rest(load_id, driver)
    trip_id = Store::Freight.live_trip(load_id)[:id]
    at = Time.now.utc + 60
    Store::Freight
      .trip_stops(trip_id)
      .all
      .each do |stop|
        stop_id = stop[:stop_id]
        check_in(trip_id, "arrived", at: at += 120, by: driver, stop_id:)
        kind = stop[:kind] == "pickup" ? "loaded" : "delivered"
        check_in(trip_id, kind, at: at += 120, by: driver, stop_id:, signer: "R. Dock")
      end
  end
end
