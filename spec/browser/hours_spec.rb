# frozen_string_literal: true

require "browser_helper"

RSpec.describe "Hours of the fleet", :committed, type: :feature do
  def duty(from, status) =
    Work::Hours::WriteDuty.call(
      driver_id,
      { key: "duty #{from.to_i} #{status}", from:, to: nil, status:, why: "From the paper record" },
      by: maren,
      now: Time.now.utc
    )

  it "shows a dispatcher who can drive, puts a record right, and says whether a load can be done" do
    load_id, = sent
    driver_id("Una Blank")
    morning = Time.at(Time.now.to_i / 60 * 60).utc
    [[-10 * 24, "off_duty"], [-3, "on_duty"], [-2, "driving"]].each do |hours, status|
      duty(morning + (hours * 3600), status)
    end
    sign_in "maren.holt@juniperfork.example"
    visit "/hours"
    expect(page).to have_css(".row27", text: "Wade Ferris").and have_css(
            ".row27",
            text: /Una Blank.*Unknown/m
          )
    find(".row27 button", text: "Wade Ferris").send_keys(:enter)
    within("article[aria-label=\"One driver's hours\"]") do
      expect(page).to have_text("of 11 h, 395.3(a)(3)(i)")
      click_on "Write into the record"
      fill_in "From (5:30)", with: morning.localtime("-07:00").strftime("%-m/%-d/%Y %H:%M")
      fill_in "Why", with: "Parked for the night"
      click_on "Write"
      expect(page).to have_text("Off duty since")
      find("summary", text: "Entries of this day").click
      expect(page).to have_text("Parked for the night")
    end
    click_on "Safety"
    expect(page).to have_css("section[aria-label='Records missing or old']", text: "Una Blank")
    visit "/freight/#{load_id}"
    within("section[aria-label=Hours]") do
      expect(page).to have_css(".fit").and have_css("tbody tr", count: 2)
      click_on "Try another driver or start"
      find("label", text: "Whom to try").find(
        :xpath,
        "ancestor::*[contains(@class,'v-field')][1]//input"
      ).send_keys("Una", :enter)
      expect(page).to have_text("Nothing is known of this driver's hours")
    end
  end
end
