# frozen_string_literal: true

require "browser_helper"

RSpec.describe "An oversize load", :committed, type: :feature do
  let(:pump_house) { { what: "Modular pump house", pieces: 1, unit: "building", weight_lb: 38_000, width_in: 168, height_in: 158, length_in: 480, serial_number: "BPM-2611" } }

  # Three days from now, so that the offices let it start; Missoula to Yakima crosses Montana, Idaho and Washington.
  def booked
    unit_id("T-101", plate: "JF1001", plate_state: "ID", vin: "1M8GDM9AXKP042788", tare_lb: 19_000)
    unit_id("L-501", trailer_kind: "lowboy", length_ft: 53, tare_lb: 18_000, capacity_lb: 70_000)
    at = Time.at((Time.now.to_i / 3600 * 3600) + (72 * Given::HOUR)).utc
    book(from: "59801", to: "98908", at:, hours: 40, freight: [pump_house], trailer_kind: "lowboy").tap { |load_id| Work::Freight::CrewLoad.call(load_id, crew(trailer: "L-501"), by: maren, now: Time.now.utc) }
  end

  def row(name) = find("tbody tr", text: name, match: :first)

  # On the driver's phone, and still there when there is no signal.
  def expect_them_in_the_cab
    page.driver.browser.manage.window.resize_to(390, 844)
    visit "/cab##{Store::Tracking.token(Store::Tracking.link_for(driver_id, Time.now.utc))}"
    read_one = lambda do
      within("section[aria-label=Permits]") do
        find("summary", text: "ID").click
        expect(page).to have_text("Daylight only.").and have_link("Open the permit")
      end
    end
    read_one.call
    expect(page.evaluate_async_script("const done = arguments[0]; navigator.serviceWorker.ready.then(() => done(true))")).to be(true)
    installation.kill(:web, "TERM")
    visit "about:blank"
    visit "/cab"
    read_one.call
  ensure
    installation.start(:web)
  end

  it "gets its permits in three states though an office is away, and is not sent before" do
    account(%w[dispatcher permit_clerk], "Tobias Reyes")
    load_id = booked
    sign_in "tobias.reyes@juniperfork.example"
    visit "/freight/#{load_id}"
    click_on "Permit file"
    click_on "Make the permit file"
    %w[Montana Idaho Washington].each { |name| expect(row(name)).to have_text("To apply for") }
    expect(page).to have_css("[aria-label='When it may move'] .may rect")
    row("Montana").click_on("Montana")
    expect(page).to have_text("14 ft wide, legal is 8 ft 6 in.").and have_text("1 in front")

    visit "/freight/#{load_id}"
    click_on "Send to the driver"
    expect(page).to have_css("[role=dialog]", text: "without its permits").and have_text("MT: the permit is not applied for.")
    click_on "Leave it"

    visit "/permits/#{load_id}"
    click_on "Attest that all is right"
    installation.kill(:offices)
    click_on "Send all 3 to their offices"
    expect(page).to have_text("On its way", count: 3)
    installation.start(:offices)
    expect(page).to have_text("Issued", count: 3, wait: 90)
    expect(page).to have_css("a", text: /\AWA\d+P\z/)
    expect(Dir[installation.offices_file].flat_map { |path| File.readlines(path) }.length).to eq(3)

    visit "/freight/#{load_id}"
    click_on "Send to the driver"
    expect(page).to have_no_button("Send to the driver")
    expect(load(load_id)[:state]).to eq("sent")
    expect_them_in_the_cab
  end
end
