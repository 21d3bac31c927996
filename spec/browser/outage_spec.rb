# frozen_string_literal: true

require "browser_helper"

RSpec.describe "The database away while people work", :committed, type: :feature do
  # Nobody gets in and whoever was in is thrown out, until the block is over.
  def without_database
    name = DB.get(Sequel.function(:current_database))
    server = Sequel.connect(Settings.database_url.sub(%r{/[^/]+\z}, "/postgres"))
    server.run("ALTER DATABASE #{name} ALLOW_CONNECTIONS false")
    server.run(
      "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = '#{name}' AND pid <> " \
        "pg_backend_pid()"
    )
    yield
  ensure
    server.run("ALTER DATABASE #{name} ALLOW_CONNECTIONS true")
    server.disconnect
    DB.disconnect
  end

  it "is said, loses nothing that is typed, and mends itself" do
    company
    customer_id
    book
    sign_in "maren.holt@juniperfork.example"
    visit "/freight"
    click_on "Book a load"
    choose_typed("Bill to", "treas", "Treasure Basin Onions")
    fill_in "Notes for dispatch", with: "typed before the trouble"
    fill_in "Rate", with: "1850"
    without_database do
      fill_in "Rate", with: "1900"
      expect(page).to have_css("[role=alert]", text: "out of reach")
    end
    expect(page).to have_field("Notes for dispatch", with: "typed before the trouble")
    fill_in "Rate", with: "1950"
    expect(page).to have_no_css("[role=alert]", text: "out of reach")
    expect(find("[aria-label=Price] dl")).to have_text("$1,950.00")
    visit "/freight"
    expect(page).to have_text("L1001")
    without_database do
      find("[aria-label=Status] button", text: /\AOpen/).click &&
        expect(page).to(have_css("[role=alert]", text: "out of reach"))
    end
    expect(page).to have_text("Boise, ID → Pendleton, OR") # without a touch: it reads anew by itself
    expect(page).to have_no_css("[role=alert]", text: "out of reach")
  end

  it "is waited for by a page that is opened meanwhile, which can be left at any time" do
    company
    book
    sign_in "maren.holt@juniperfork.example"
    without_database do
      visit "/fleet/combinations"
      expect(page).to have_css("[role=alert]", text: "out of reach")
      visit "/freight"
      expect(page).to have_css("[role=alert]", text: "out of reach")
    end
    expect(page).to have_text("L1001")
    expect(page).to have_current_path("/freight")
  end

  it "keeps a photo on the phone when its page is closed, and sends it when the page is back" do
    load_id, trip_id = sent
    deliver(trip_id)
    photo_path = File.join(Dir.mktmpdir, "bol.png").tap { |path| File.binwrite(path, photo) }
    visit "/cab##{Store::Tracking.token(DB[:cab_links].order(:id).last)}"
    expect(page).to have_text("Send a photo of the signed bill of lading")
    without_database do
      attach_file("Photo", photo_path, visible: :all)
      click_on "Use it"
      expect(page).to have_text("1 not sent yet")
      visit "about:blank"
    end
    visit "/cab"
    expect(page).to have_text("No trip for you at the moment") # delivered days ago, and its papers are in
    expect(DB[:papers].where(load_id:).count).to eq(1)
  end
end
