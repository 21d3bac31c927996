# frozen_string_literal: true

require "app_helper"
require "support/permit_desk"

# Permits asked for another company, as a permit service does: under its name and numbers, from its own balance.
RSpec.describe "Permits for another company" do
  include_context "with a permit desk"

  let(:load_id) { pump_house }
  let(:aspen) do
    {
      name: "Aspen Crane",
      address: "4 Mill Rd",
      town: "",
      state: "",
      zip: "59801",
      phone: "406-555-0140",
      usdot_number: "7654321",
      carrier_number: "MC-765432"
    }
  end

  def keep(**more) = clerk.call(:post, "/api/applicants", { key: "keep aspen #{more}", **aspen, **more })
  def aspen_id = DB[:applicants].where(name: "Aspen Crane").get(:id)
  def seen(jurisdiction) =
    offices
      .instance_variable_get(:@applications)
      .values
      .find { |row| row["state"] == jurisdiction }
      .fetch("form")

  it "are kept with name and numbers, each once" do
    expect(keep.first).to include(name: "Aspen Crane", town: "Missoula", state: "MT", retired: false)
    expect(keep(phone: "")[:error]).to include(code: "name_taken", path: "/name")
    expect(keep(name: "Other", usdot_number: "12x")[:error]).to include(path: "/usdot_number")
    changed = aspen.merge(phone: "406-555-0141", version: 0)
    expect(clerk.call(:put, "/api/applicants/#{aspen_id}", changed).first).to include(phone: "406-555-0141")
    expect(clerk.call(:put, "/api/applicants/#{aspen_id}", changed)[:error]).to include(code: "stale")
    expect(api(maren).call(:post, "/api/applicants", { key: "not hers", **aspen })[:error]).to include(
      code: "not_allowed"
    )
  end

  it "are asked for under its name, come by two ways, and are paid from its own balance" do
    keep
    made(load_id)
    expect(put_right(load_id, also_by: "mail", also_to: "")[:error]).to include(path: "/also_to")
    DB[:applicants].update(retired: true)
    expect(put_right(load_id, applicant_id: aspen_id)[:error]).to include(code: "unknown_applicant")
    DB[:applicants].update(retired: false)
    put_right(load_id, applicant_id: aspen_id, also_by: "mail", also_to: "desk@aspen.example")
    expect(file(load_id)).to include(applicant: "Aspen Crane", also_by: "mail")
    attest(load_id)
    apply(load_id)
    work
    expect(seen("MT")).to include(
      "company" => "Aspen Crane",
      "applicant" => a_hash_including("usdot_number" => "7654321", "town" => "Missoula"),
      "also_by" => "mail",
      "also_to" => "desk@aspen.example"
    )

    # Another of our own at the same office: two balances, and two payments.
    ours = pump_house(at: now + (120 * Given::HOUR))
    issued(ours)
    allow(Net::HTTP).to(receive(:start).and_wrap_original { |_, *, **, &request| request.call(self) })
    desk = -> do
      clerk.call(:get, "/api/permits/money")[:offices].select { |office| office[:jurisdiction] == "MT" }
    end
    expect(desk.call.map { |office| office.values_at(:applicant, :balance) }).to contain_exactly(
      ["Aspen Crane", "500.00"],
      [nil, "500.00"]
    )
    ids = desk.call.flat_map { |office| office[:permits].map { |permit| permit[:id] } }
    clerk.call(:post, "/api/permits/pay", { key: "pay both of Montana", permit_ids: ids, method: "balance" })
    DB[:permit_receipts].select_map(:id).each { |id| Jobs::AskForPayment.ask(id, now:) }
    paid = DB[:permit_receipts].order(:id).select_map(%i[applicant_id status amount])
    expect(paid.map(&:first)).to contain_exactly(aspen_id, nil)
    expect(paid.map { |_, status,| status }).to all(eq("paid"))
    fee = paid.find { |id,| id == aspen_id }.last
    expect(Reads::Permits::Account.of("MT", "Aspen Crane").balance).to eq(500 - fee)
  end
end
