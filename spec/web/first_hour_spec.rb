# frozen_string_literal: true

require "app_helper"

# A company that begins, by what its pages are told.
RSpec.describe "The first hour" do
  let(:client) { api(account(%w[administrator dispatcher], "Greta Voss")) }

  def open_steps =
    client.call(:get, "/api/first-steps").reject { |step| step[:done] }.map { |step| step[:code] }

  it "says what is next until a load is booked, and what is missing of whom" do
    company
    expect(open_steps.first(2)).to eq(%w[customers book])
    customer_id
    driver_id
    book(at: now + (20 * Given::HOUR))
    expect(open_steps).to include("hours", "send", "tractors")
    expect(open_steps & %w[customers book drivers rates]).to be_empty
    hours = client.call(:get, "/api/first-steps").find { |step| step[:code] == "hours" }
    expect(hours[:missing]).to eq("Missing for Wade Ferris.")
  end

  it "gives the first administrator every role, so that nothing is shut to who begins" do
    code = Work::Company::SetUp.issue_code
    Work::Company::SetUp.call(
      {
        code:,
        company: "Snake Plain Lines",
        name: "Ada",
        email: "ada@snake.example",
        password: Given::PASSWORD,
        terminal: {
          name: "Burley",
          zip: "83318"
        }
      },
      now:
    )
    expect(DB[:accounts].get(:roles).to_a).to match_array(Work::Company::SetUp::EVERY_ROLE)
  end

  it "keeps who the company is, fills the town by its ZIP, and says what is no number" do
    company
    seen = client.call(:get, "/api/company")
    told = {
      **seen,
      address: "12 Rail St",
      zip: "83702",
      usdot_number: "USDOT 1234567",
      carrier_number: "mc 77"
    }
    expect(client.call(:put, "/api/company", told)).to include(
      town: "Boise",
      state: "ID",
      usdot_number: "1234567",
      carrier_number: "MC-77",
      version: seen[:version] + 1
    )
    expect(client.call(:put, "/api/company", told)[:error]).to include(code: "stale")
    now_told = client.call(:get, "/api/company")
    {
      usdot_number: %w[123456789 no_usdot_number],
      carrier_number: %w[MC no_carrier_number],
      zip: %w[00000 unknown_zip]
    }.each do |field, (text, code)|
      expect(client.call(:put, "/api/company", { **now_told, field => text })[:error]).to include(
        code:,
        path: "/#{field}"
      )
    end
  end
end
