# frozen_string_literal: true

require "browser_helper"

RSpec.describe "An oversize load", :committed, type: :feature do
  let(:pump_house) do
    {
      what: "Modular pump house",
      pieces: 1,
      unit: "building",
      weight_lb: 38_000,
      width_in: 168,
      height_in: 158,
      length_in: 480,
      serial_number: "BPM-2611"
    }
  end

  # Three days from now, so that the offices let it start; Missoula to Yakima crosses Montana, Idaho and
  # Washington.
  def booked
    unit_id("T-101", plate: "JF1001", plate_state: "ID", vin: "1M8GDM9AXKP042788", tare_lb: 19_000)
    unit_id("L-501", trailer_kind: "lowboy", length_ft: 53, tare_lb: 18_000, capacity_lb: 70_000)
    at = Time.at((Time.now.to_i / 3600 * 3600) + (72 * Given::HOUR)).utc
    book(
      from: "59801",
      to: "98908",
      at:,
      hours: 40,
      freight: [pump_house],
      trailer_kind: "lowboy"
    ).tap do |load_id|
      Work::Freight::CrewLoad.call(load_id, crew(trailer: "L-501"), by: maren, now: Time.now.utc)
    end
  end

  def row(name) = find("tbody tr", text: name, match: :first)

  # On the driver's phone, and still there when there is no signal.
  def expect_them_in_the_cab
    on_phone
    visit "/cab##{Store::Tracking.token(Store::Tracking.link_for(driver_id, Time.now.utc))}"
    read_one =
      lambda do
        within("section[aria-label=Permits]") do
          find("summary", text: "ID").click
          expect(page).to have_text("Daylight only.").and have_link("Open the permit")
        end
      end
    read_one.call
    expect(
      page.evaluate_async_script(
        "const done = arguments[0]; navigator.serviceWorker.ready.then(() => done(true))"
      )
    ).to be(true)
    installation.kill(:web, "TERM")
    visit "about:blank"
    visit "/cab"
    read_one.call
  ensure
    installation.start(:web)
  end

  # The first answer of an office to a payment is lost: its server dies as it is asked.
  def pay_from_balances
    visit "/permits?view=money"
    installation.kill(:offices)
    find("button", text: /\APay \$\d+\.\d\d from the balance/).click
    expect(page).to have_text("Every issued permit is paid.").and have_text("Under way", count: 3)
    installation.start(:offices)
    expect(page).to have_css("a", text: /\A[A-Z]{2}-RCPT\d+\z/, count: 3, wait: 90)
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
    expect(page).to have_css("[role=dialog]", text: "without its permits").and have_text(
            "MT: the permit is not applied for."
          )
    click_on "Leave it"

    visit "/permits/#{load_id}"
    click_on "Attest that all is right"
    installation.kill(:offices)
    click_on "Send all 3 to their offices"
    expect(page).to have_text("On its way", count: 3)
    installation.start(:offices)
    expect(page).to have_text("Issued", count: 3, wait: 90)
    pay_from_balances
    visit "/permits/#{load_id}"
    expect(page).to have_text("paid", count: 3)
    expect(page).to have_css("a", text: /\AWA\d+P\z/)
    # Asked and paid in the middle of two deaths, and each once.
    expect(
      File.readlines(installation.offices_file).map { |line| JSON.parse(line).key?("payment") }.tally
    ).to eq(false => 3, true => 3)

    visit "/freight/#{load_id}"
    click_on "Send to the driver"
    expect(page).to have_no_button("Send to the driver")
    expect(load(load_id)[:status]).to eq("sent")
    expect_them_in_the_cab
  end

  it "is worked at from the clerk's desk: a value put right, an answer keyed in, a permit held, axles " \
       "kept, a kind found" do
    account(%w[permit_clerk], "Tobias Reyes")
    load_id = booked
    Work::Permits::MakeFile.call(load_id, {}, by: maren, now: Time.now.utc)
    sign_in "tobias.reyes@juniperfork.example"
    visit "/permits?view=held"
    click_on "Hold a permit"
    {
      "State, like MT" => "mt",
      "Number" => "Y-26",
      "Up to, wide" => "15'",
      "high" => "16'2\"",
      "long" => "90 ft",
      "Gross, lb" => "80k"
    }.each { |label, text| fill_in label, with: text }
    fill_in "Good from", with: Date.new(Time.now.year, 1, 1)
    fill_in "to", with: Date.new(Time.now.year + 1, 12, 31), exact: true
    click_on "Hold it"
    expect(row("Y-26")).to have_text("15'0\" wide, 16'2\" high, 90'0\" long").and have_text("1", exact: false)

    visit "/permits/#{load_id}"
    expect(row("Montana")).to have_text("Issued").and have_text("held by us")
    row("Idaho").click_on("Idaho")
    click_on "What it rests on"
    within("[role=dialog]") do
      click_on "Correct Legal up to width"
      fill_in "Legal up to, width", with: "9'"
      fill_in "Where it says so", with: "Idaho office, by telephone"
      click_on "Save"
      expect(page).to have_text("Tobias Reyes")
      click_on "Close"
    end
    expect(page).to have_no_css("[role=dialog]")
    click_on "Attest that all is right"
    row("Washington").click_on("Washington")
    all("button", text: "Key in the answer").last.click
    within("[role=dialog]") do
      fill_in "Permit number", with: "WA-77"
      fill_in "to", with: Date.today + 8, exact: true
      click_on "Keep it"
    end
    expect(row("Washington")).to have_text("WA-77")

    visit "/fleet/combinations"
    choose_typed("Tractor", "T-101", "T-101")
    fill_in "Feet between the axles", with: "14, 4.5, 31, 4.5", exact: false
    click_on "Keep it"
    expect(row("T-101")).to have_text("54 ft")

    visit "/permits"
    click_on "Which kind is needed?"
    {
      "How wide" => "12'",
      "How high" => "13'",
      "How long" => "70'",
      "What does it weigh" => "78k"
    }.each do |question, text|
      expect(page).to have_css("h3", text: question)
      find("[role=dialog] form input").send_keys(text, :enter)
    end
    click_on "Most months"
    click_on "Yes"
    expect(page).to have_text("Oversize, for the year")
  end
end
