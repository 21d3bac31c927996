# frozen_string_literal: true

require "browser_helper"

RSpec.describe "The way of a load", :committed, type: :feature do
  it "is seen on a map without any outside request, and bent in the list and on the map" do
    load_id, trip_id = sent
    direct = DB[:trips].first(id: trip_id)[:loaded_miles]
    sign_in "maren.holt@juniperfork.example"
    visit "/freight/#{load_id}"
    within("section[aria-label=Route]") do
      expect(page).to have_css(".shield").and have_css(".town", text: "Boise").and have_css(
                    ".pin.stop",
                    text: "Pendleton"
                  )
      expect(page).to have_text("Loaded miles by state")
      click_on "Loaded Boise, ID → Pendleton, OR"
      expect(page).to have_css("td", text: "I-84")
      fill_in "Pass through", with: "Nowhere, OR"
      click_on "Add"
      expect(page).to have_text("No place named Nowhere")
      fill_in "Pass through", with: "Burns, OR"
      click_on "Add"
      expect(page).to have_css(".v-chip", text: "Burns, OR").and have_text(/\+\d+\.\d mi by this/)
    end
    expect(page).to have_css(
      "section[aria-label='Trip #{DB[:trips].first(id: trip_id)[:number]}']",
      text: /#{DB[:trips].first(id: trip_id)[:loaded_miles].to_s("F")} mi loaded/
    )
    click_on "Take out Burns, OR"
    expect(page).to have_no_css(".v-chip", text: "Burns, OR")
    expect(DB[:trips].first(id: trip_id)[:loaded_miles]).to eq(direct)
    drag_line
    expect(page).to have_css(".v-chip")
    expect(DB[:trip_stops].where(trip_id:).exclude(via: Sequel.pg_jsonb([])).count).to eq(1)
    outside =
      page.evaluate_script(
        "performance.getEntriesByType('resource').map(e => new URL(e.name).host).filter(h => h !== " \
          "location.host)"
      )
    expect(outside).to eq([])
  end

  # Takes the line near its middle and lets it go elsewhere.
  def drag_line
    x, y = page.evaluate_script(<<~JS)
      (() => { const path = [...document.querySelectorAll("path.grip")].pop(), at = path.getPointAtLength(path.getTotalLength() / 2), box = path.ownerSVGElement.getScreenCTM(), p = at.matrixTransform(box); path.scrollIntoView({ block: "center" }); const q = at.matrixTransform(path.ownerSVGElement.getScreenCTM()); return [q.x, q.y] })()
    JS
    page
      .driver
      .browser
      .action
      .move_to_location(x.round, y.round)
      .pointer_down(:left)
      .move_to_location(x.round + 20, y.round + 60)
      .move_to_location(x.round + 40, y.round + 90)
      .pointer_up(:left)
      .perform
  end
end
