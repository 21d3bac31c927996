# frozen_string_literal: true

require "browser_helper"

RSpec.describe "Billing", :committed, type: :feature do
  it "bills what was delivered, writes down what was paid, and closes it", :aggregate_failures do
    load_id, trip_id = sent(crew, at: Time.now.utc - (30 * 3600))
    DB[:trips].where(id: trip_id).update(status: "delivered")
    DB[:loads].where(id: load_id).update(status: "delivered")
    DB[:customers].update(bill_email: "bills@example.com")
    inez
    sign_in "inez.calloway@juniperfork.example"
    visit "/billing"
    within("section[aria-label=Waiting]") do
      expect(page).to have_text("No bill of lading or proof of delivery is in")
    end
    keep_photo(trip_id)
    DB[:loads].where(id: load_id).update(status: "papers_in")
    visit "/billing"
    expect(page).to be_axe_clean
    number = DB[:loads].where(id: load_id).get(:number)
    click_on "Bill it: #{number}"
    expect(page).to have_text("is made for")
    click_on "Mail it to bills@example.com"
    expect(page).to have_text("mailed to bills@example.com")
    click_on "I-10001"
    expect(page).to have_css("h2", text: "Invoice I-10001")
    expect(page).to be_axe_clean
    visit "/billing?view=owed"
    click_on "Write down a payment of #{DB[:customers].where(id: customer_id).get(:name)}"
    within(".v-dialog") do
      fill_in "Dollars that came in", with: DB[:loads].where(id: load_id).get(:total).to_s("F")
      expect(page).to be_axe_clean.within(".v-dialog")
      click_on "Write it down"
    end
    expect(page).to have_text("Nobody owes anything")
    expect(DB[:loads].where(id: load_id).get(:status)).to eq("closed")
    expect(Work::Billing::ProveBooks.call).to eq([])
  end
end
