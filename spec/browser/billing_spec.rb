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

  # Delivered and billed; two of them.
  def billed(crew = self.crew, by: driver)
    load_id, trip_id = sent(crew, at: Time.now.utc - (30 * 3600))
    deliver(trip_id, begins: Time.now.utc - (40 * 3600), by:)
    keep_photo(trip_id, by:)
    Work::Billing::MakeInvoice.call(
      { key: "bill-#{load_id}", load_ids: [load_id] },
      by: inez,
      now: Time.now.utc
    )
    load_id
  end

  it "agrees on prices, takes a statement in, follows up what was short, and sells the rest",
     :aggregate_failures do
    first = billed
    second = billed(crew("Opal Jensrud", tractor: "T-102", trailer: "V-202"), by: driver("Opal Jensrud"))
    name = DB[:customers].where(id: customer_id).get(:name)
    sign_in "inez.calloway@juniperfork.example"

    visit "/billing?view=prices"
    click_on "Add a scale"
    within(".v-dialog") do
      fill_in "Customer", with: name[0, 5]
      find(".v-list-item", text: name, match: :first).click if page.has_css?(".v-list-item", wait: 1)
    end
    if page.has_css?(".v-overlay .v-list-item", text: name, wait: 2)
      find(".v-overlay .v-list-item", text: name).click
    end
    within(".v-dialog") do
      {
        "Dollars a mile for each step" => "0.01",
        "Above, dollars a gallon" => "1.20",
        "Step, dollars a gallon" => "0.06"
      }.each { |label, text| fill_in label, with: text }
      expect(page).to have_text("$0.01 a mile for each $0.06 begun above $1.20.")
      expect(page).to be_axe_clean.within(".v-dialog")
      click_on "Agree on it"
    end
    expect(page).to have_text("is not in yet")
    click_on "Take in diesel prices"
    sheet =
      Tempfile
        .create(%w[diesel .csv])
        .tap { |file| file.write("week,price\n#{Store::Company.day_of(Time.now).iso8601},3.659\n") }
        .tap(&:close)
    within(".v-dialog") do
      attach_file("Import a CSV file", sheet.path, visible: :all)
      click_on "Import one row"
      expect(page).to have_text("is imported")
      click_on "Close"
    end
    expect(page).to have_text("$0.41 a mile, diesel $3.659")
    expect(page).to be_axe_clean

    visit "/billing?view=owed"
    numbers = DB[:invoices].order(:id).select_map(%i[number total])
    statement = Tempfile.create(%w[bank .csv])
    statement.write(
      "date,amount,description\n#{Store::Company.day_of(Time.now).iso8601},#{numbers.first.last.to_s("F")},ACH #{numbers.first.first}\n"
    )
    statement.close
    click_on "Take in the bank’s file"
    within(".v-dialog") do
      attach_file("Take in a file", statement.path, visible: :all)
      expect(page).to have_text("1 of them tells whose they are")
      click_on "Import one row"
      expect(page).to have_text("is imported")
      click_on "Close"
    end
    expect(DB[:loads].where(id: first).get(:status)).to eq("closed")
    click_on "Write down a payment of #{name}"
    within(".v-dialog") do
      short = (numbers.last.last - 40).to_s("F")
      fill_in "Dollars that came in", with: short
      fill_in "Toward #{numbers.last.first}", with: short
      fill_in "Why #{numbers.last.first} is short", with: "Lumper not agreed"
      click_on "Write it down"
    end
    click_on "Follow up #{numbers.last.first}"
    fill_in "What we do", with: "Receipt sent"
    click_on "Keep"
    expect(page).to have_text("Receipt sent")
    expect(page).to be_axe_clean

    visit "/billing?view=books"
    click_on "Sell invoices"
    within(".v-dialog") do
      fill_in "To", with: "Ridgeline Factoring"
      find("label", text: "#{numbers.last.first}, #{name}").click
      expect(page).to be_axe_clean.within(".v-dialog")
      click_on "Sell 1"
    end
    expect(page).to have_text("$40.00")
    expect(page).to be_axe_clean
    expect(DB[:loads].where(id: second).get(:status)).to eq("closed")
    visit "/billing?view=margin"
    expect(page).to have_text(name)
    expect(page).to be_axe_clean
    expect(Work::Billing::ProveBooks.call).to eq([])
  end
end
