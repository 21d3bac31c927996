# frozen_string_literal: true

require "browser_helper"
require "rotp"

RSpec.describe "Signing in", :committed, type: :feature do
  def give(totp)
    DB[:account_otp_keys].update(last_use: Time.now - 600) # a code holds once, and half a minute is long here
    fill_in "Six digits of your app", with: totp.now
    click_on "Go on"
  end

  it "wants the code of an app once one is set up, or a recovery code, and the page stays when a session ends" do
    company
    terminal_id
    maren
    sign_in "maren.holt@juniperfork.example"
    visit "/account"
    click_on "Set it up"
    totp = ROTP::TOTP.new(find("code").text.delete(" "))
    expect(page).to have_css("img[alt='The same as a QR code']")
    fill_in "Your password", with: Given::PASSWORD
    fill_in "Six digits that the app shows now", with: "000 000"
    click_on "Set it up"
    expect(page).to have_text("Those are not the digits that the app shows now.")
    fill_in "Six digits that the app shows now", with: totp.now
    click_on "Set it up"
    codes = all(".codes li", count: 10).map(&:text)
    click_on "I have them"
    expect(page).to have_text("It is set up")

    visit "/freight/new"
    fill_in "Notes for dispatch", with: "Half typed"
    DB[:account_active_session_keys].delete
    fill_in "From", with: "Boise"
    within("[role=dialog]") do
      expect(page).to have_text("what you typed is still here")
      fill_in "E-mail", with: "maren.holt@juniperfork.example"
      fill_in "Password", with: Given::PASSWORD
      click_on "Sign in"
      fill_in "Six digits of your app", with: "000000"
      click_on "Go on"
      expect(page).to have_text("Those are not the digits")
      give(totp)
    end
    expect(page).to have_no_css("[role=dialog]").and have_field("Notes for dispatch", with: "Half typed")

    sign_out
    fill_in "E-mail", with: "maren.holt@juniperfork.example"
    fill_in "Password", with: Given::PASSWORD
    click_on "Sign in"
    click_on "Use a recovery code"
    fill_in "Recovery code", with: codes.last
    click_on "Go on"
    expect(page).to have_css("header nav")
    visit "/account"
    expect(page).to have_css("tbody tr", text: "here")
  end

  it "begins with a mailed link: nobody knows another's password" do
    company
    terminal_id
    account("administrator", "Greta Lindqvist")
    sign_in "greta.lindqvist@juniperfork.example"
    visit "/company"
    click_on "Add a person"
    within("#people form") do
      fill_in "Name", with: "Nils Berg"
      fill_in "E-mail", with: "nils@juniperfork.example"
      find(".v-select .v-field", match: :first).click
    end
    find(".v-list-item", text: "dispatcher", match: :first).click
    find("body").send_keys(:escape)
    within("#people form") { click_on "Add" }
    expect(page).to have_text("Nils Berg is mailed a link to set a password.")
    expect(page).to have_css("tr", text: "nothing yet: mailed a link")
    link = DB[:mails].get(:body)[%r{/new-password#key=\S+}]

    sign_out
    visit link
    fill_in "New password", with: "nils berg nils"
    fill_in "Once more", with: "nils berg nils"
    click_on "Set it"
    expect(page).to have_text("Leave out your name")
    fill_in "New password", with: "six tarps for one load"
    fill_in "Once more", with: "six tarps for one load"
    click_on "Set it"
    fill_in "E-mail", with: "nils@juniperfork.example"
    fill_in "Password", with: "six tarps for one load"
    click_on "Sign in"
    expect(page).to have_css("header nav")
  end
end
