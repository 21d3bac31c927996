# frozen_string_literal: true

require "browser_helper"

RSpec.describe "A company that begins", :committed, type: :feature do
  let(:drivers) { <<~TEXT.encode("Windows-1252") }
    Driver Name;Driver No;Type;CDL Expires;Med Card Expires;Paid by;Percent;Loaded mile rate;Phone;Shirt size
    José Holm;2001;Owner Operator;12/31/2027;6/30/2027;percent;25%;;208-555-0101;M
    Ben Ruiz;2002;company driver;1/15/2028;3/1/2027;;;$0.62;208-555-0102;L
  TEXT
  let(:units) { <<~TEXT }
    Unit\tType\tTrailer type\tPlate\tPlate state\tLength\tRegistration until\tInspection until
    T-1\tTractor\t\tA123\tid\t\t12/31/2027\t6/30/2027
    V-1\tTrailer\tDry van\t\t\t53\t12/31/2027\t6/30/2027
  TEXT

  def file(name, text) = File.join(Dir.mktmpdir, name).tap { |path| File.binwrite(path, text) }
  def bring(name, text) = attach_file("Import a CSV file", file(name, text), visible: :all)
  def step(title) = find("[aria-labelledby=first-steps] li", text: title)

  def set_up
    code = Work::Company::SetUp.issue_code
    visit "/"
    fill_in "Set-up code", with: code.downcase
    fill_in "Company", with: "Snake Plain Lines"
    fill_in "First terminal", with: "Burley"
    fill_in "Its ZIP", with: "83318"
    fill_in "Your name", with: "Ada Moe"
    fill_in "Your e-mail", with: "ada@snake.example"
    fill_in "Password, 12 characters or more", with: "five onions on a truck"
    click_on "Set up"
    expect(page).to have_css("[aria-labelledby=first-steps]", text: "Next: Customers")
  end

  def bring_drivers
    step("Drivers").click_on("Bring a sheet")
    bring("drivers.csv", drivers.sub("Owner Operator", "Temp"))
    expect(page).to have_css(
      "tr",
      text: "2 Type “Temp” cannot be read here: write company driver or owner operator."
    )
    expect(page).to have_no_button(text: /\AImport \d/)
    bring("drivers.csv", drivers)
    expect(page).to have_text("Not read, as no column here is called so: Shirt size")
    click_on "Import 2 rows"
    expect(page).to have_text("drivers.csv is imported: 2 new")
    # The same again offers nothing.
    bring("drivers.csv", drivers)
    expect(page).to have_text("holds nothing new").and have_no_button(text: /\AImport (one|\d)/)
  end

  def bring_units
    step("Tractors").click_on("Bring a sheet")
    bring("units.txt", units)
    click_on "Import 2 rows"
    expect(step("Hours of drivers")).to have_text("Missing for Ben Ruiz, José Holm.")
    expect(step("Trailers")).to have_text("done")
  end

  def book_by_typing
    step("Book the first load").click_on("Book a load")
    fill_in "Bill to", with: "Palouse Precast"
    click_on "Add Palouse Precast"
    click_on "Add the customer"
    expect(page).to have_no_css("[role=dialog]")
    pickup, delivery = all("[aria-label='Stops'] [role=group]").to_a
    {
      pickup => ["From", "83318", "Burley, ID"],
      delivery => ["To", "83702", "Boise, ID"]
    }.each do |stop, (label, zip, town)|
      within(stop) { fill_in label, with: zip }
      expect(page).to have_css(".v-list-item", text: town)
      stop.find_field(label).send_keys(:enter)
    end
    fill_in "What", with: "Precast steps"
    fill_in "Weight, lb", with: "30k"
    fill_in "Rate", with: "900"
    find_field("Rate").send_keys(%i[control enter])
    expect(page).to have_css("h1", text: "Burley, ID → Boise, ID")
  end

  # A load may be booked before its times are known; a crew needs them.
  def say_times
    press("c")
    expect(page).to have_text("a crew needs the times").and have_no_button("Try again")
    click_on "Say the times"
    pickup, delivery = all("[aria-label='Stops'] [role=group]").to_a
    within(pickup) { fill_in "Appointment, or from", with: "tmrw 7a" }
    within(delivery) { fill_in "Appointment, or from", with: "tmrw 6p" }
    click_on "Save the changes"
    expect(page).to have_css("h1", text: "Burley, ID → Boise, ID")
  end

  # From what says that nobody knows the hours to where they are typed, and back.
  def type_hours
    load_page = current_path
    press("c")
    choose_typed("Driver", "Ben", "Ben Ruiz")
    choose_typed("Tractor", "T-1", "T-1")
    choose_typed("Trailer", "V-1", "V-1")
    click_on "Record the hours, or take in a device file"
    expect(page).to have_css("h1", text: "Ben Ruiz")
    click_on "Write into the record"
    fill_in "From (5:30)", with: "#{(Date.today - 10).strftime("%m/%d/%Y")} 6a"
    fill_in "Why", with: "Off since before he came to us"
    click_on "Write"
    expect(page).to have_css("[aria-label='What is left']")
    visit load_page
    expect(page).to have_css("h1", text: "Burley, ID → Boise, ID")
    expect(page).to have_no_css("[aria-busy=true]")
  end

  def send_trip
    press("c")
    choose_typed("Driver", "Ben", "Ben Ruiz")
    choose_typed("Tractor", "T-1", "T-1")
    choose_typed("Trailer", "V-1", "V-1")
    expect(page).to have_no_link("Record the hours, or take in a device file")
    click_on "Give the load to this crew"
    click_on "Send to the driver"
    expect(page).to have_text("Text sent")
  end

  # Driven and signed for as the phone tells it, in the week that is now.
  def drive_it
    ben = Work::Actor.driver(DB[:drivers].first(name: "Ben Ruiz"))
    trip_id = DB[:trips].get(:id)
    deliver(trip_id, begins: Time.now.utc.floor, by: ben)
    keep_photo(trip_id, by: ben)
    ben
  end

  # The run says what is held and what is unusual; the first who signs in may do all of it.
  def pay_for_it
    step("Lock the first pay run").click_on("Go to pay")
    find("button", text: /\AOpen \S+ \d/).click
    expect(page).to have_css("tbody tr", text: "Ben Ruiz")
    click_on "Approve and lock"
    within("[role=dialog]") { find("button", text: /Approve \$|Lock it before it ends/).click }
    expect(page).to have_text("Locked by Ada Moe")
  end

  it "is led from the set-up to the first pay run, by its own sheets" do
    set_up
    bring_drivers
    bring_units
    book_by_typing
    say_times
    type_hours
    send_trip
    visit "/today"
    expect(step("Give the load to a crew and send it")).to have_text("done")
    expect(step("Hours of drivers")).to have_text("Missing for José Holm.")
    click_on "Say who we are"
    fill_in "Street", with: "12 Rail St"
    find("#who-we-are").fill_in("ZIP", with: "83318")
    fill_in "USDOT number", with: "12 34"
    find("#who-we-are").click_on("Save")
    expect(page).to have_text("A USDOT number has up to eight digits")
    fill_in "USDOT number", with: "USDOT 1234567"
    find("#who-we-are").click_on("Save")
    expect(step("Who we are")).to have_text("done")
    drive_it
    visit "/today"
    expect(step("Papers of a delivered load")).to have_text("done")
    pay_for_it
    visit "/today"
    expect(page).to have_css("main h1").and have_no_css("[aria-labelledby=first-steps]")
  end
end
