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

  it "is made, a fleet-wide deduction seen before it is kept, an item pushed, a driver answered, locked and paid" do
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
    expect(row("Wade Ferris")).to have_text("−31.25")
    expect(DB[:deductions].count).to eq(0)
    click_on "Keep it"
    expect(row("Insurance")).to have_text("all drivers")

    visit "/pay/statements/#{statement_id}"
    click_on "Give or take once"
    fill_in "Name on the statement", with: "Lost strap"
    fill_in "Dollars", with: "20"
    click_on "Put it on the statement"
    expect(page).to have_css("tbody tr", text: "Lost strap")
    click_on "To the next one"
    expect(page).to have_text("pushed to").and have_no_css("tbody tr", text: "Lost strap")
    click_on "Here after all"
    expect(page).to have_css("tbody tr", text: "Lost strap")

    page.driver.browser.manage.window.resize_to(390, 844)
    visit "/cab##{Store::Tracking.token(Store::Tracking.link_for(driver_id, Time.now.utc))}"
    click_on "Pay"
    find("button.row", match: :first).click
    find("button.line", text: "Lost strap").click
    fill_in "Ask about this line", with: "That was not mine"
    click_on "Send"
    expect(page).to have_text("No answer yet.")
    page.driver.browser.manage.window.resize_to(1280, 900)

    visit "/pay/#{run_id}"
    fill_in "Answer Wade Ferris", with: "It was on your trailer"
    click_on "Answer"
    expect(page).to have_no_css("section[aria-label=Questions]")
    click_on "Approve and lock"
    within("[role=dialog]") { find("button", text: "Approve $").click }
    expect(page).to have_text("Locked by Inez Calloway")
    click_on "Open again"
    fill_in "Why? It is kept in the trail", with: "One more look"
    within("[role=dialog]") { click_on "Open" }
    expect(page).to have_text("Opened again by Inez Calloway: One more look")
    click_on "Approve and lock"
    within("[role=dialog]") { find("button", text: "Approve $").click }
    expect(page).to have_text("Locked by Inez Calloway")
    click_on "It is paid"
    within("[role=dialog]") { click_on "It is paid" }
    expect(page).to have_text("Paid, Inez Calloway")
    visit "/pay?view=rules"
    expect(page).to have_text("They stand")
    expect(Work::Pay::ProveBooks.call).to eq([])
  end
end
