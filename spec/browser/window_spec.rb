# frozen_string_literal: true

require "browser_helper"

# Somebody of a customer asks for a load, dispatch books it, and it is followed to its papers; the link to it is
# passed on.
RSpec.describe "Window", :committed, type: :feature do
  def fields(label) = all(:field, label)

  it "takes a customer's own load from asked for to delivered", :aggregate_failures do
    onlooker(customer_id, may: %w[request pay invite])
    maren
    sign_in "dora.quill@example.com"
    expect(page).to have_text("Nothing is under way")
    click_on "Ask for a load"
    fields("Town and state, or ZIP")[0].set("Boise, ID")
    fields("Town and state, or ZIP")[1].set("Nowhereville")
    fields("When")[0].set("wed 8:00")
    fill_in "What it is", with: "Red onions"
    fill_in "How many", with: "20 pallets"
    fill_in "Weight", with: "41k"
    click_on "Ask for it"
    expect(page).to have_text("Nowhereville is no ZIP or town known here")
    fields("Town and state, or ZIP")[1].set("97801")
    fields("When")[1].set("thu 9:00")
    click_on "Ask for it"
    expect(page).to have_text("waits for our answer")
    expect(page).to be_axe_clean

    Capybara.using_session(:dispatch) do
      sign_in "maren.holt@juniperfork.example"
      visit "/freight"
      click_on "Answer"
      click_on "Book it"
      expect(page).to have_text("What does it cost?")
      expect(page).to be_axe_clean.within("[aria-label='Asked for by customers']")
      fill_in "We haul it for", with: "2,150"
      click_on "Book it"
      expect(page).to have_text("$2,150.00")
    end

    visit "/window"
    expect(page).to have_text("Booked")
    load_id, trip_id = sent(crew, at: Time.now.utc - (30 * 3600))
    deliver(trip_id, begins: Time.now.utc - (40 * 3600))
    keep_photo(trip_id)
    visit "/window/#{load_id}"
    expect(page).to have_text("Delivered")
    expect(page).to have_link("Bill of lading")
    click_on "Make a link"
    expect(page).to have_text("looked at 0 times")
    expect(page).to be_axe_clean
    link = find_link("Link of Dora Quill")[:href]

    Capybara.using_session(:stranger) do
      visit link.sub(%r{\Ahttps?://[^/]+}, "")
      expect(page).to have_text("for Treasure Basin Onions")
      expect(page).to have_no_link("Bill of lading")
      expect(page).to be_axe_clean
    end

    click_on "End it"
    expect(page).to have_no_link("Link of Dora Quill")
    visit "/window/people"
    click_on "Invite somebody"
    fill_in "Name", with: "Saul Fen"
    fill_in "Mail address", with: "saul@example.com"
    click_on "Mail the invitation"
    expect(page).to have_text("saul@example.com")
    expect(page).to be_axe_clean
    visit "/window/bills"
    expect(page).to have_text("Nothing is open")
    expect(page).to be_axe_clean
    visit "/freight"
    expect(page).to have_no_text("Book a load")
  end
end
