# frozen_string_literal: true

require "browser_helper"

# A whole day in the office: two dispatchers, a repeat customer, a shared trip of a driver whose phone opens no pages, an
# early finish, papers over the counter, and the pay run.
RSpec.describe "A day in the office", :committed, type: :feature do
  # What is driven and paid here happens now, not on the calendar's day of the other examples.
  def now = @now ||= Time.at(Time.now.to_i / 60 * 60).utc

  let(:pod) { File.join(Dir.mktmpdir, "pod.png").tap { |path| File.binwrite(path, photo) } }
  let(:una) { "Una Blank" }

  before do
    @places =
      [["Payette Onion Dock", "83661"], ["Umatilla Cold Store", "97801"]].map do |name, zip|
        add(:places, name:, zip:)
      end
    driver_id(una, smartphone: false)
    unit_id("T-101")
    unit_id("V-201", inner_length_in: 630, capacity_lb: 45_000)
    account(%w[administrator dispatcher settlement_clerk], "Greta Lindqvist")
    account("dispatcher", "Tobias Reyes")
  end

  # Each key that is pressed, one by one, to whatever has the focus.
  def key(*keys)
    keys.each do |one|
      @keys = (@keys || 0) + (one.is_a?(Array) ? one.length : 1)
      page.driver.browser.switch_to.active_element.send_keys(*Array(one))
    end
  end

  def typed(text) = key(*text.chars)

  def repeat_customer
    stops = booking[:stops].zip(@places).map { |stop, place_id| stop.except(:where).merge(place_id:) }
    Work::Freight::BookLoad.call(booking(stops:), by: maren, now: now - (7 * 86_400))
  end

  it "books a repeat customer's load by keyboard in at most 40 keys, without copying" do
    repeat_customer
    sign_in "greta.lindqvist@juniperfork.example"
    visit "/freight"
    expect(page).to have_css("[aria-label=Status]")
    key("n")
    expect(page).to have_css("h1", text: "Book a load")
    typed("trea")
    expect(page).to have_css(".v-overlay .v-list-item", text: "Treasure Basin Onions")
    key(:enter)
    expect(page).to have_field("As the last time on")
    key(:tab, :down)
    expect(page).to have_css(".v-overlay .v-list-item", text: "Payette, ID → Pendleton, OR")
    key(:down, :enter)
    expect(page).to have_field("Rate", with: "1850.00")
    key(:tab)
    typed("4711")
    key(:tab, :tab, :tab)
    typed("tmrw 7a")
    key(:tab, :tab, :tab)
    typed("tmrw 6p")
    expect(all("[aria-label='Stops'] [role=group]").last).to have_text(/18:00 P[SD]T/)
    key(%i[control enter])
    expect(page).to have_css("h1", text: "Payette, ID → Pendleton, OR")
    made = DB[:loads].reverse(:id).first
    expect(made).to include(reference: "4711", line_haul: 1850, fuel_surcharge: 370)
    expect(@keys).to be <= 40
  end

  def give_together
    visit "/freight/together"
    all("input[type=checkbox]", minimum: 2).each(&:click)
    choose_typed("Driver", "Una", una)
    choose_typed("Tractor", "T-1", "T-101")
    choose_typed("Trailer", "V-2", "V-201")
    expect(page).to have_text("12,000 lb aboard of 45,000 lb")
    click_on "Give them to this crew"
    expect(page).to have_css("h1", text: /→/)
  end

  it "goes from two partials to a locked statement, in the hands of two dispatchers" do
    loads = [5_000, 7_000].map { |pounds| partial(pounds, at: now - 3600, hours: 12) }
    sign_in "greta.lindqvist@juniperfork.example"
    visit "/freight/#{loads.last}"
    expect(page).to have_text("No crew yet")
    using_session(:tobias) do
      sign_in "tobias.reyes@juniperfork.example"
      give_together
    end
    # Live, on the other's screen: and sent from there, once, with all that is aboard.
    expect(page).to have_text("The driver has not been told")
    click_on "Send to the driver"
    expect(page).to have_css(".mark", text: "Sent")
    using_session(:tobias) { expect(page).to have_css(".mark", text: "Sent") }
    expect(DB[:texts].where(phrase: "trip").count).to eq(1)
    installation.reply("208-555-0150", "OK")
    expect(page).to have_css(".mark", text: "Accepted")

    # She is done hours before it was planned.
    trip_id = Store::Freight.live_trip(loads.first)[:id]
    stops = Store::Freight.trip_stops(trip_id).all
    began = now - (stops.length * 1200) - 1200
    check_in(trip_id, "on_my_way", at: began, by: driver(una))
    stops
      .each
      .with_index(1) do |stop, i|
        done = stop[:kind] == "pickup" ? "loaded" : "delivered"
        { "arrived" => 600, done => 1200 }.each do |kind, later|
          at = began + ((i - 1) * 1200) + later
          check_in(trip_id, kind, at:, by: driver(una), stop_id: stop[:stop_id], signer: "R. Dock")
        end
      end
    expect(page).to have_css(".mark", text: "Delivered")
    using_session(:tobias) do
      visit "/freight/#{book(at: now + 7200, hours: 10)}"
      click_on "Pick a crew"
      fill_in "Driver", with: "Una"
      expect(page).to have_css(".v-overlay .v-list-item:not(.v-list-item--disabled)", text: una)
    end

    click_on "Ask the driver"
    expect(page).to have_text("The driver is asked.")
    loads.each do |id|
      visit "/freight/#{id}"
      within("section[aria-label=Papers]") { find("input[type=file]", visible: :all).attach_file(pod) }
      expect(page).to have_css(".mark", text: "Papers in")
    end

    visit "/pay"
    find("section[aria-label='Pay runs'] button", text: /\AOpen/).click
    expect(page).to have_text("No tax is withheld on 1 of 1 statement")
    click_on una
    expect(page).to have_text("No tax is withheld on this statement.").and have_text("Loaded miles")
    net = find("tr.net, .net strong", match: :first).text
    click_on "the pay run"
    click_on "Approve and lock"
    expect(find("[role=dialog]")).to have_text(net)
    within("[role=dialog]") { find("button", text: /Approve \$|Lock it before it ends/).click }
    expect(page).to have_text("Locked by Greta Lindqvist")
  end
end
