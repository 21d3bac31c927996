# frozen_string_literal: true

require "browser_helper"

RSpec.describe "One load from the telephone to a paid driver", :committed, type: :feature do
  # A paper photographed: any picture will do.
  let(:photo_path) { File.join(Dir.mktmpdir, "bol.png").tap { |path| File.binwrite(path, photo) } }

  before do
    customer_id
    driver_id
    unit_id("T-101")
    unit_id("V-201")
    account(%w[administrator dispatcher settlement_clerk], "Greta Lindqvist")
  end

  def book_by_keyboard
    press("n")
    expect(page).to have_css("h1", text: "Book a load")
    choose_typed("Bill to", "treas", "Treasure Basin Onions")
    fill_in "Reference 1", with: "PO-4711"
    pickup, delivery = all("[aria-label='Stops'] [role=group]").to_a
    within(pickup) { fill_in "From", with: "83702" }
    expect(page).to have_css(".v-list-item", text: "Boise, ID")
    pickup.find_field("From").send_keys(:enter)
    within(pickup) { fill_in "Appointment, or from", with: "7a" }
    within(delivery) { fill_in "To", with: "pendleton, or" }
    expect(page).to have_css(".v-list-item", text: "Pendleton, OR")
    delivery.find_field("To").send_keys(:enter)
    within(delivery) { fill_in "Appointment, or from", with: "tmrw 6p" }
    expect(delivery).to have_text(/18:00 P[SD]T/)
    fill_in "What", with: "Yellow onions"
    fill_in "Weight, lb", with: "44k"
    fill_in "Rate", with: "1850"
    expect(find("[aria-label=Price] dl")).to have_text("$1,850.00")
    find_field("Rate").send_keys(%i[control enter])
  end

  it "is booked, crewed, texted, driven, delivered and paid, with both windows live" do
    sign_in "greta.lindqvist@juniperfork.example"
    press("g", "f")
    expect(page).to have_css("[aria-label=Status]")
    book_by_keyboard
    expect(page).to have_css("h1", text: "Boise, ID → Pendleton, OR")
    expect(page).to have_text("No crew yet")

    press("c")
    choose_typed("Driver", "Wade", "Wade Ferris")
    # The first trip of a driver brings no unit along; both are typed.
    choose_typed("Tractor", "T-1", "T-101")
    choose_typed("Trailer", "V-2", "V-201")
    click_on "Give the load to this crew"
    click_on "Send to the driver"
    expect(page).to have_text("Text sent")

    text = installation.texts.last
    expect(text).to include(
      "to" => "208-555-0150",
      "body" => a_string_including("Boise, ID to Pendleton, OR")
    )
    office = current_window
    phone = open_new_window
    within_window(phone) do
      on_phone
      visit text["body"][/http\S+/]
      click_on "Accept the trip"
      click_on "Pre-trip inspection done"
      click_on "On my way to Boise, ID"
    end
    within_window(office) { expect(page).to have_css(".mark", text: "Rolling") }
    within_window(phone) do
      click_on "Arrived at Boise, ID"
      click_on "Loading has begun"
      click_on "Loaded"
      click_on "Leaving Boise, ID"
      click_on "Arrived at Pendleton, OR"
      # Nobody drives so far in a few seconds: it is asked about, and kept as he says.
      expect(page).to have_text("miles from Boise, ID, told 0 min ago. Is it so?")
      click_on "Yes, it is so"
      click_on "Unloading has begun"
      fill_in "Who signed for it?", with: "R. Dock"
      click_on "Delivered"
      expect(page).to have_text("Send a photo of the signed bill of lading")
      click_on "Note"
      fill_in "Note", with: "Dock 4 is blocked"
      click_on "Send"
      attach_file("Photo", photo_path, visible: :all)
      click_on "Use it"
      expect(page).to have_text("Papers are in")
    end
    within_window(office) do
      expect(page).to have_css(".mark", text: "Papers in")
      expect(page).to have_text("signed by R. Dock").and have_text("Dock 4 is blocked")
      expect(page).to have_css("img[alt$='Bill of lading']")
      click_on "Pay"
      find("section[aria-label='Pay runs'] button", text: /\AOpen/).click
      click_on "Wade Ferris"
      gross = find("tr.gross td.figure:nth-child(2)").text
      expect(page).to have_text("Loaded miles").and have_text("Empty miles")
      click_on "the pay run"
      click_on "Approve and lock"
      within("[role=dialog]") { find("button", text: /Approve \$|Lock it before it ends/).click }
      expect(page).to have_text("Locked by Greta Lindqvist")
      click_on "Wade Ferris"
      expect(find("tr.gross td.figure:nth-child(3)").text).to eq(gross)
      pdf =
        page.evaluate_async_script(
          "const done = arguments[0]; fetch(document.querySelector('a[href$=pdf]').href).then(r => " \
            "r.blob()).then(b => b.arrayBuffer()).then(a => done(String.fromCharCode(...new " \
            "Uint8Array(a.slice(0, 4)))))"
        )
      expect(pdf).to eq("%PDF")
    end
    phone.close
  end

  it "shows each of two dispatchers what the other does, and refuses a stale edit with both versions" do
    account("dispatcher", "Tobias Reyes")
    id = book
    sign_in "greta.lindqvist@juniperfork.example"
    visit "/freight/#{id}/edit"
    fill_in "Notes for dispatch", with: "mine"
    using_session(:tobias) do
      sign_in "tobias.reyes@juniperfork.example"
      visit "/freight/#{id}"
      expect(page).to have_css("h1", text: Store::Freight.load(id)[:number])
    end
    Work::Freight::ChangeLoad.call(id, booking(notes: "theirs", hours: 9).merge(version: 0), by: maren, now:)
    using_session(:tobias) { expect(page).to have_text("theirs") }
    click_on "Save the changes"
    expect(page).to have_text("Maren Holt changed this while you had it open")
    # Mine where I have typed, theirs where I have not; and not over what comes in between.
    Work::Freight::ChangeLoad.call(
      id,
      booking(notes: "theirs", hours: 9, tarps: true).merge(version: 1),
      by: maren,
      now:
    )
    within("[aria-label='Changed by both']") do
      expect(find("tr", text: "Notes")).to have_text("mine").and have_text("theirs")
      expect(find("tr", text: "Stop 2: appointment, or from")).to have_text("they changed it")
      click_on "Save as chosen"
      expect(find("tr", text: "Tarps")).to have_text("they changed it")
      expect(page).to have_no_css("tr", text: "Stop 2")
      click_on "Save as chosen"
    end
    expect(page).to have_current_path("/freight/#{id}")
    expect(Store::Freight.load(id)).to include(notes: "mine", tarps: true)
    expect(Store::Freight.stops(id).last[:from_at]).to eq(now + ((4 + 9) * Given::HOUR))
    using_session(:tobias) { expect(page).to have_text("mine") }
  end
end
