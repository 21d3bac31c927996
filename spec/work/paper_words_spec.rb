# frozen_string_literal: true

require "app_helper"

# Every paper that leaves the office reads as people write: no keys, no bare decimals, no long minutes.
RSpec.describe "Words on paper" do
  include Given

  let(:client) do
    api(account(%w[administrator dispatcher settlement_clerk permit_clerk safety], "Greta Lindqvist"))
  end

  before { Clock.hold(now) }
  after { Clock.hold(nil) }

  def raw(path)
    body = client.call(:get, path)
    expect(client.status).to eq(200), "#{path}: #{body}"
    RawWords.of_pdf(body)
  end

  it "are a person's, on the sheet, the report, the statement and the record of a day" do
    DB[:pay_plans].update(detention_hourly: 20) if driver_id
    load_id, trip_id =
      sent(
        freight: [
          {
            what: "Onions",
            pieces: 22,
            unit: "pallets",
            weight_lb: 44_000,
            length_in: 48,
            width_in: 40,
            stackable: true
          }
        ],
        temperature_low_f: 34,
        temperature_high_f: 38,
        tarps: true,
        driver_notes: "Two straps a pallet"
      )
    deliver(trip_id, dwell_minutes: [260, 60])
    check_in(trip_id, "note", note: "Dock 4 is blocked")
    keep_photo(trip_id)
    Work::Hours::WriteDuty.call(
      driver_id,
      { key: "known him", from: now - (9 * 86_400), to: now - 7200, status: "on_duty", why: "Paper record" },
      by: maren,
      now:
    )
    run_id =
      Work::Pay::OpenPayRun.call({ from: Date.new(2026, 11, 22), to: Date.new(2026, 11, 28) }, by: inez, now:)
    statement = DB[:statements].where(pay_run_id: run_id).get(:id)
    papers = [
      "/api/trips/#{trip_id}/sheet",
      "/api/trips/#{trip_id}/report",
      "/api/statements/#{statement}/pdf",
      "/api/drivers/#{driver_id}/hours/pdf?day=2026-11-22"
    ]
    expect(papers.to_h { |path| [path, raw(path)] }.reject { |_, found| found.empty? }).to eq({})
    expect(load(load_id)[:status]).to eq("papers_in")
  end
end
