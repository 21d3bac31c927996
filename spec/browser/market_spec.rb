# frozen_string_literal: true

require "browser_helper"

RSpec.describe "Posted freight", :committed, type: :feature do
  let(:today) { Time.at(Time.now.to_i / 3600 * 3600).utc }

  # At Boise with tractor and van, after a trip that is behind him.
  def ready
    id = driver_id
    DB[:drivers].where(id:).update(dispatcher_id: maren.id, duty_heard_at: Time.now.utc)
    Work::Hours::WriteDuty.call(
      id,
      { key: "rested at home", from: today - (12 * 86_400), status: "off_duty", why: "At home" },
      by: maren,
      now: Time.now.utc
    )
    _, trip_id = sent(crew, from: "97801", to: "Boise, ID", at: today - (40 * 3600))
    DB[:trips].where(id: trip_id).update(status: "delivered")
    DB[:loads].where(id: DB[:trip_loads].where(trip_id:).select(:load_id)).update(status: "papers_in")
  end

  def broker(number, name, **more) =
    DB[:brokers].insert(
      authority_number: number,
      name:,
      bond_dollars: 75_000,
      credit_score: 91,
      days_to_pay: 24,
      checked_at: Time.now.utc,
      **more
    )

  def posted(reference, **more)
    Services::PostingService::Posting.new(
      reference:,
      revision: 1,
      state: "live",
      at: today - 600,
      posted_at: today - 600,
      poster: "9000001",
      origin: "Boise, ID",
      destination: "Pendleton, OR",
      pickup_from: today + (20 * 3600),
      pickup_to: today + (24 * 3600),
      deliver_by: today + (60 * 3600),
      trailer_kind: "dry_van",
      size: "full",
      raw_weight: 40_000,
      length_ft: 53,
      rate_cents: 1_300_00,
      note: "",
      **more
    )
  end

  it "is found for a truck, offered for once, answered, booked and given; a chain brings the truck home" do
    ready
    account("dispatcher", "Tobias Reyes")
    broker("9000001", "Mossgrave Logistics")
    broker("9000002", "Elkhollow Load Desk", authority: "revoked")
    Work::Market::TakePostings.call(
      "postings",
      [
        posted("P-1"),
        posted("P-2", destination: "Ogden, UT", poster: "9000002", rate_cents: 4_000_00),
        posted(
          "P-3",
          origin: "Pendleton, OR",
          destination: "Boise, ID",
          pickup_from: today + (30 * 3600),
          pickup_to: today + (60 * 3600),
          deliver_by: today + (90 * 3600)
        )
      ],
      heard_until: today,
      now: Time.now.utc
    )
    sign_in "maren.holt@juniperfork.example"
    press "g", "k"
    expect(page).to have_css("[aria-current=true]", text: "Boise, ID → Pendleton, OR")
    press "j"
    expect(page).to have_text("Elkhollow Load Desk’s broker authority is revoked.").and have_button(
            "Send the offer",
            disabled: true
          )
    press "k"
    fill_in "Our price, dollars", with: "200"
    expect(page).to have_text("below cost by")
    fill_in "Our price, dollars", with: "1350"
    expect(page).to have_text("leaves $")
    click_on "Send the offer"
    expect(page).to have_text("Maren Holt offered $1,350.00")
    expect(page).to be_axe_clean

    using_session("a colleague") do
      sign_in "tobias.reyes@juniperfork.example"
      visit "/market"
      expect(page).to have_text("Maren Holt offered $1,350.00").and have_no_button("Send the offer")
    end

    DB[:offers].update(receipt: "R1")
    Work::Market::TakeAnswer.call(
      Services::PostingService::Answer.new(
        receipt: "R1",
        answer: "countered",
        amount_cents: 1_325_00,
        confirmation: nil
      ),
      now: Time.now.utc
    )
    click_on "See the offers"
    expect(page).to have_text("Countered $1,325.00")
    expect(page).to be_axe_clean
    click_on "Take $1,325.00: MK-1001"
    expect(page).to have_css("h1", text: "Match", visible: :all)
    find("button", text: /Give L\d+ to Wade Ferris/).click
    expect(page).to have_text("is given.")
    load = DB[:loads].order(:id).last
    expect(load.slice(:status, :total)).to eq(status: "planned", total: 1325)

    visit "/market?view=chains"
    fill_in "By when (sat 6p)", with: "#{(Time.now + (5 * 86_400)).strftime("%a").downcase} 6p"
    click_on "Find chains"
    expect(page).to have_css(".chain", text: "Pendleton, OR → Boise, ID")
    expect(page).to be_axe_clean
    click_on "Not this one: P-3"
    expect(page).to have_text("No chain of posted loads brings Wade Ferris there by then.")
  end

  it "is watched for: what comes counts, is offered for, won, booked and given; the truck that was posted comes down" do
    ready
    broker("9000001", "Mossgrave Logistics")
    sign_in "maren.holt@juniperfork.example"
    visit "/market"
    click_on "Watch this"
    fill_in "Only what leaves at least, dollars (may be empty)", with: "lots"
    click_on "Start watching"
    expect(page).to have_text("Dollars, as 400.")
    fill_in "Only what leaves at least, dollars (may be empty)", with: "100"
    expect(page).to be_axe_clean.within(".v-dialog")
    click_on "Start watching"
    expect(page).to have_text("No watch is running").or have_text(
           "150 empty miles at most, to anywhere, leaving $100.00"
         )
    expect(page).to have_text("Nothing found yet")
    click_on "Finds"
    click_on "Post this truck"
    expect(page).to have_text("Wade Ferris").and have_text("on its way to the service")
    expect(page).to be_axe_clean

    Work::Market::TakePostings.call("postings", [posted("P-9")], heard_until: today, now: Time.now.utc)
    Work::Market::RunWatches.call(Time.now.utc)
    expect(page).to have_css("nav [aria-label='1 found']")
    click_on "Watches"
    expect(page).to have_text("Boise, ID → Pendleton, OR")
    expect(page).to be_axe_clean
    click_on "Look at P-9 for Wade Ferris"
    expect(page).to have_button("Send the offer", disabled: false)
    expect(page).to have_no_css("nav [aria-label='1 found']")
    find("label", text: "Mail it to them as well").click
    expect(page).to have_text("The register knows no mail address of Mossgrave Logistics.")
    find("label", text: "Mail it to them as well").click
    click_on "Send the offer"
    expect(page).to have_text("Maren Holt offered")
    DB[:offers].update(receipt: "R1")
    Work::Market::TakeAnswer.call(
      Services::PostingService::Answer.new(
        receipt: "R1",
        answer: "accepted",
        amount_cents: nil,
        confirmation: nil
      ),
      now: Time.now.utc
    )
    click_on "See the offers"
    click_on "Book it: MK-"
    find("button", text: /Give L\d+ to Wade Ferris/).click
    expect(page).to have_text("is given.")
    Work::Market::PostTruck.tidy(Time.now.utc)
    visit "/market?view=supply"
    expect(page).to have_text("given something")
  end
end
