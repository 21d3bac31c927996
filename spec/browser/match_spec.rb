# frozen_string_literal: true

require "browser_helper"

RSpec.describe "Covering loads", :committed, type: :feature do
  let(:today) { Time.at(Time.now.to_i / 3600 * 3600).utc }

  # Rested, at Pendleton with tractor and trailer after a trip that is behind him.
  def ready(name, number, dispatcher)
    id = driver_id(name)
    DB[:drivers].where(id:).update(dispatcher_id: dispatcher.id, duty_heard_at: Time.now.utc)
    Work::Hours::WriteDuty.call(
      id,
      { key: "rested #{name}", from: today - (12 * 86_400), status: "off_duty", why: "At home" },
      by: dispatcher,
      now: Time.now.utc
    )
    _, trip_id = sent(crew(name, tractor: "T-#{number}", trailer: "V-#{number}"), at: today - (40 * 3600))
    DB[:trips].where(id: trip_id).update(status: "delivered")
    DB[:loads].where(id: DB[:trip_loads].where(trip_id:).select(:load_id)).update(status: "papers_in")
  end

  def open_load(hours, **more) =
    book(from: "97801", to: "83702", at: today + (hours * 3600), hours: 10, **more)
  def with(name) =
    if name == "Wade Ferris"
      crew(name, tractor: "T-301", trailer: "V-301")
    else
      crew(name, tractor: "T-302", trailer: "V-302")
    end
  def load_of(id) = Store::Freight.load(id)

  it "covers three loads from the board by keyboard, takes a proposal, and hands over" do
    account("dispatcher", "Tobias Reyes")
    ["Wade Ferris", "Una Blank", "Cass Whitlock", "Emil Sandoval"].each_with_index do |name, i|
      ready(name, 301 + i, maren)
    end
    ids = [6, 7, 8, 9].map { |hours| open_load(hours) }
    sign_in "maren.holt@juniperfork.example"
    press "g", "m"
    expect(page).to have_css("section[aria-label='Open loads'] li", count: 4).and have_css(
            ".pair",
            minimum: 4
          )
    ids
      .first(3)
      .each do |id|
        number = load_of(id)[:number]
        expect(page).to have_css("article[aria-label$='for #{number}']", text: "Fits")
        # One key gives nothing away: it asks, and the second says yes.
        press :enter
        expect(page).to have_css("[role=dialog] button:focus", text: "Give the load")
        expect(find("[role=dialog]")).to have_text(/Give #{number} to .*\?/)
        expect(load_of(id)[:crew]).to be_nil
        press :enter
        expect(page).to have_no_css("section[aria-label='Open loads'] li", text: number)
        expect(page).to have_css("[role=status]", text: "#{number} is given")
      end
    expect(ids.first(3).map { |id| load_of(id)[:crew] }.uniq.length).to eq(3)
    press "3"
    expect(page).to have_css(
      "section[aria-label=Proposal] tbody tr",
      count: 1,
      text: load_of(ids.last)[:number]
    )
    press "a"
    expect(page).to have_css("[role=dialog] button:focus", text: "Accept the whole proposal")
    press :enter
    expect(page).to have_css("section[aria-label=Proposal] tr.done", text: "Given")
    expect(load_of(ids.last)).to include(status: "planned")

    press "g", "t"
    expect(page).to have_text("Maren Holt")
    click_on "Hand over all of mine"
    find("label", text: "To", exact_text: true).find(
      :xpath,
      "ancestor::*[contains(@class,'v-field')][1]"
    ).click
    find(".v-overlay .v-list-item", text: "Tobias Reyes").click
    fill_in "What whoever takes over must know", with: "Emil wants to be home on Friday"
    click_on "Hand over", exact: true
    expect(page).to have_css(
      "section[aria-label='Who looks after whom']",
      text: /Maren Holt to Tobias Reyes.*Emil wants to be home on Friday/m
    )
    expect(DB[:drivers].select_map(:dispatcher_id).uniq.length).to eq(1)
  end

  it "tells the second of two dispatchers who was first, and shows what is next best" do
    ["Wade Ferris", "Una Blank"].each_with_index { |name, i| ready(name, 301 + i, maren) }
    first, second = open_load(6), open_load(7)
    tobias = account("dispatcher", "Tobias Reyes")
    sign_in "maren.holt@juniperfork.example"
    visit "/match?load=#{first}"
    expect(page).to have_css("article[aria-label$='for #{load_of(first)[:number]}']", text: "Fits")
    name = load_of(first)[:number]
    best = find("article[aria-label$='for #{name}'] h2").text[/\A\w+ \w+/]
    Work::Freight::CrewLoad.call(second, with(best), by: tobias, now: Time.now.utc)
    other = (["Wade Ferris", "Una Blank"] - [best]).first
    expect(page).to have_css("article[aria-label='#{other} for #{name}']")
    Work::Freight::CrewLoad.call(first, with(other), by: tobias, now: Time.now.utc)
    expect(page).to have_text("There is no open load").or have_text("This load has a crew by now")
  end
end
