# frozen_string_literal: true

require "browser_helper"

RSpec.describe "A pay run", :committed, type: :feature do
  # Delivered in the week of the calendar's last Sunday, papers in.
  def earned
    _, trip_id = sent
    deliver(trip_id)
    keep_photo(trip_id)
  end

  let(:sunday) { now.to_date - now.to_date.wday }

  def row(text) = find("tbody tr", text:, match: :first)

  it "is made, a fleet-wide deduction seen before it is kept, an item pushed, a driver answered, locked " \
       "and paid" do
    earned
    run_id = Work::Pay::OpenPayRun.call({ from: sunday, to: sunday + 6 }, by: inez, now:)
    statement_id = DB[:statements].get(:id)
    sign_in "inez.calloway@juniperfork.example"
    visit "/pay?view=deductions"
    click_on "New deduction"
    fill_in "Name on the statement", with: "Insurance"
    fill_in "Dollars", with: "31.25"
    fill_in "From", with: sunday, exact: true
    expect(page).to have_button("Keep it", disabled: true)
    click_on "See what it does"
    expect(row("Wade Ferris")).to have_text("−$31.25")
    expect(DB[:deductions].count).to eq(0)
    click_on "Keep it"
    expect(row("Insurance")).to have_text("all drivers")

    visit "/pay/statements/#{statement_id}"
    click_on "Give or take once"
    fill_in "Name on the statement", with: "Lost strap"
    fill_in "Dollars", with: "20"
    click_on "Put it on the statement"
    expect(page).to have_css("tbody tr", text: "Lost strap")
    click_on "Move to the next statement"
    expect(page).to have_text("pushed to").and have_no_css("tbody tr", text: "Lost strap")
    click_on "Move to this statement"
    expect(page).to have_css("tbody tr", text: "Lost strap")

    on_phone
    visit "/cab##{Store::Tracking.token(Store::Tracking.link_for(driver_id, Time.now.utc))}"
    click_on "Pay"
    find("button.row", match: :first).click
    find("button.line", text: "Lost strap").click
    fill_in "Ask about this line", with: "That was not mine"
    click_on "Send"
    expect(page).to have_text("No answer yet.")
    on_a_desk

    visit "/pay/#{run_id}"
    fill_in "Answer Wade Ferris", with: "It was on your trailer"
    click_on "Answer"
    expect(page).to have_no_css("section[aria-label=Questions]")
    click_on "Approve and lock"
    within("[role=dialog]") { find("button", text: /Approve \$|Lock it before it ends/).click }
    expect(page).to have_text("Locked by Inez Calloway")
    click_on "Open again"
    fill_in "Why? It is kept in the trail", with: "One more look"
    within("[role=dialog]") { click_on "Open" }
    expect(page).to have_text("Opened again by Inez Calloway: One more look")
    click_on "Approve and lock"
    within("[role=dialog]") { find("button", text: /Approve \$|Lock it before it ends/).click }
    expect(page).to have_text("Locked by Inez Calloway")
    expect(page).to have_text("You approved this run: somebody else").and have_no_button("It is paid")

    account("administrator", "Greta Lindqvist")
    sign_in "greta.lindqvist@juniperfork.example"
    visit "/pay/#{run_id}"
    click_on "It is paid"
    within("[role=dialog]") { click_on "It is paid" }
    expect(page).to have_text("Paid, Greta Lindqvist")
    visit "/pay?view=rules"
    expect(page).to have_text("The books balance")
    expect(Work::Pay::ProveBooks.call).to eq([])
  end

  it "pays back a receipt from the phone, takes a file of cards in, and keeps rates from a day on" do
    earned
    run_id = Work::Pay::OpenPayRun.call({ from: sunday, to: sunday + 6 }, by: inez, now:)
    visit "/cab##{Store::Tracking.token(Store::Tracking.link_for(driver_id, Time.now.utc))}"
    click_on "Pay"
    click_on "Hand in a receipt"
    fill_in "Dollars", with: "14.50"
    attach_file "Photo of the receipt",
                File.expand_path("../../demo/pictures/scale_ticket.png", __dir__),
                make_visible: true
    click_on "Use it"
    click_on "Hand it in"
    expect(page).to have_text("with the office")

    sign_in "inez.calloway@juniperfork.example"
    visit "/pay?view=desk"
    expect(page).to have_text("Wade Ferris: Scale, $14.50")
    click_on "Pay $14.50 back"
    expect(page).to have_text("No receipt waits.")
    Tempfile.create(%w[cards .csv]) do |file|
      file.write(
        "#{Core::Pay::CardFile::COLUMNS.keys.join(",")}\nA1,cash,7001,,#{sunday + 1},09:00,Boise,ID,,60.00\n"
      )
      file.flush
      attach_file "File of transactions", file.path, make_visible: true
      expect(page).to have_text("Card 7001 is nobody's yet.")
      attach_file "File of transactions", file.path, make_visible: true
      expect(page).to have_text("This very file was taken in by Inez Calloway")
    end
    find("input[aria-label='Driver of A1']").send_keys("Wade", :enter)
    click_button "Match"
    click_on "Settle all as proposed"
    expect(page).to have_text("Every transaction is settled.")
    visit "/pay/#{run_id}"
    click_on "Wade Ferris"
    expect(page).to have_css("tbody tr", text: "Scale receipt").and have_css(
            "tbody tr",
            text: "Cash #{(sunday + 1).strftime("%m/%d")}, Boise ID"
          )

    visit "/pay/drivers/#{driver_id}"
    click_on "Other rates from a day on"
    fill_in "From", with: sunday
    click_on "Add a length"
    fill_in "Up to miles loaded", with: "400"
    fill_in "$ a loaded mile", with: "1.10"
    click_on "Keep these rates"
    expect(page).to have_text("$1.10 up to 400 mi")
    expect(DB[:statement_lines].where(label: "Loaded miles").get(:rate)).to eq("1.10")
  end

  it "and an account wait for the second person: who asked, a clerk where an administrator is needed, and the " \
       "right one each see what they may do" do
    driver_id
    inez
    account("administrator", "Greta Lindqvist")
    account(%w[administrator dispatcher], "Ada Moe")
    waits = "section[aria-label='Waits for a second person']"
    sign_in "inez.calloway@juniperfork.example"
    visit "/pay/drivers/#{driver_id}"
    fill_in "Routing number", with: "123103716"
    fill_in "Account number", with: "998877123456"
    within("section[aria-label=Bank]") { click_on "Keep it" }
    within(waits) do
      expect(page).to have_text("checking account that ends in 3456").and have_text("asked by Inez Calloway")
      expect(page).to have_text("A second person has to look at it.").and have_no_button(text: "Approve")
    end
    expect(page).to have_text("None: this driver is paid by cheque.")

    sign_in "greta.lindqvist@juniperfork.example"
    visit "/pay?view=rules"
    within(waits) { click_on "Approve" }
    expect(page).to have_no_css(waits)
    find("label", text: "A changed bank account waits for a second person").click
    fill_in "or dollars, for one driver too", with: "750"
    click_on "Ask another administrator"
    within(waits) do
      expect(page).to have_text("now from 10 drivers or $500.00").and have_text(
              "waits for a second person: off"
            )
      expect(page).to have_text("A second person has to look at it.")
    end

    sign_in "inez.calloway@juniperfork.example"
    visit "/pay/drivers/#{driver_id}"
    expect(page).to have_text("Checking account that ends in 3456").and have_text("not proven yet")
    visit "/pay"
    within(waits) { expect(page).to have_text("Another administrator has to look at it.") }

    sign_in "ada.moe@juniperfork.example"
    visit "/pay?view=rules"
    within(waits) { click_on "Approve" }
    expect(page).to have_text(/Off since .*, by Greta Lindqvist and Ada Moe\./)
    expect(page).to have_field("or dollars, for one driver too", with: "750.00")
  end
end
