# frozen_string_literal: true

require "app_helper"
require "pdf-reader"

# A load's permit file from the load to the papers, against the stand-in of the offices.
RSpec.describe Work::Permits do
  include_context "with a permit desk"

  it "goes from the load to permits in hand, and no such load is sent before" do
    load_id = pump_house
    made = clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })
    expect(made).to include(
      width_in: 168,
      height_in: 182,
      gross_lb: 75_000,
      serial_number: "PH-77",
      tractor: "T-101"
    )
    expect(made[:states].map { |one| one.values_at(:state, :needs_permit) }).to eq(
      [["MT", true], ["ID", true]]
    )
    expect(made[:missing]).to include("Nobody has attested it.")
    expect(clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make it again" })[:error]).to include(
      code: "file_is_there"
    )
    expect(
      clerk.call(:post, "/api/loads/#{load_id}/permits/apply", { key: "apply too soon" })[:error]
    ).to include(code: "not_attested")
    expect(api(maren).call(:post, "/api/loads/#{load_id}/send", { key: "send it now" })[:error]).to include(
      code: "permits_missing",
      path: "",
      message: a_string_including("MT: the permit is not applied for.")
    )
    clerk.call(:post, "/api/loads/#{load_id}/permits/attest", { key: "it is all true" })
    2.times { clerk.call(:post, "/api/loads/#{load_id}/permits/apply", { key: "apply to all" }) }
    expect(states(load_id)).to eq("MT" => "sent", "ID" => "sent")
    2.times { work } # a job that runs twice asks once
    permits = file(load_id)[:permits]
    expect(permits.map { |permit| permit.values_at(:status, :valid_from) }).to eq([%w[issued 2026-11-25]] * 2)
    expect(
      PDF::Reader
        .new(StringIO.new(clerk.call(:get, "/api/papers/#{permits.first[:paper_id]}")))
        .pages
        .first
        .text
    ).to include(
      "14 ft 0 in wide, 15 ft 2 in high",
      "serial number PH-77",
      permits.first[:number],
      "US-93 for"
    )
    expect(DB[:papers].where(load_id:, kind: "permit").count).to eq(2)
    expect(api(maren).call(:post, "/api/loads/#{load_id}/send", { key: "send it now too" })).to include(
      status: "sent"
    )
    expect(clerk.call(:get, "/api/permits")[:groups]).to match(
      [include(wait: "Complete", files: [include(load: load(load_id)[:number])])]
    )
    expect(clerk.call(:get, "/api/permits/reference?q=PO-77").length).to eq(2)
  end

  it "sends a superload to review, answers what the office asks, and goes on after an outage" do
    load_id = pump_house(freight: [freight.first.merge(width_in: 230, serial_number: "")])
    clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })
    expect(file(load_id)[:permits].map { |permit| permit[:kind] }).to eq(%w[superload superload])
    clerk.call(:post, "/api/loads/#{load_id}/permits/attest", { key: "it is all true" })
    clerk.call(:post, "/api/loads/#{load_id}/permits/apply", { key: "apply to all" })
    wall[0] = Time.at(wall[0].to_i / 60 / 23 * 23 * 60).utc # out of order
    expect { work }.to raise_error(Services::Unreachable)
    wall[0] += 120
    work
    expect(states(load_id)).to eq("MT" => "review", "ID" => "review")
    wall[0] += 60
    work
    expect(file(load_id)[:permits].first).to include(
      status: "asked",
      said: a_string_including("its serial number")
    )
    ids = file(load_id)[:permits].map { |permit| permit[:id] }
    ids.each do |id|
      clerk.call(
        :post,
        "/api/loads/#{load_id}/permits/apply",
        { key: "answer #{id} now", permit_id: id, answer: "Built on site, it has none" }
      )
    end
    work
    wall[0] += 60
    work
    expect(states(load_id)).to eq("MT" => "issued", "ID" => "issued")
  end

  it "raises the alarm when the load grows, the tractor changes or the start runs past the last day" do
    load_id = pump_house
    clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })
    clerk.call(:post, "/api/loads/#{load_id}/permits/attest", { key: "it is all true" })
    clerk.call(:post, "/api/loads/#{load_id}/permits/apply", { key: "apply to all" })
    work
    trip = -> { Store::Freight.live_trip(load_id) }
    missing = -> { described_class::Missing.of(load_id, trip: trip.call) }
    expect(missing.call).to eq([])
    other = unit_id("T-102")
    DB.transaction(savepoint: true, rollback: :always) do
      DB[:trip_units].where(trip_id: trip.call[:id], role: "tractor").update(unit_id: other)
      expect(missing.call).to include(a_string_including("for another tractor"))
    end
    late = trip.call.merge(during: Store::Freight.range(now + (30 * 86_400), now + (33 * 86_400)))
    expect(described_class::Missing.of(load_id, trip: late)).to include(
      a_string_including("is good from Wed 11/25")
    )
    clerk.call(:put, "/api/loads/#{load_id}/permits", { version: file(load_id)[:version], width_in: 170 })
    expect(missing.call).to include(a_string_including("is for 14 ft wide, and this is 14 ft 2 in"))
    DB[:stops].where(load_id:, kind: "delivery").update(town: "Nampa")
    expect(missing.call).to include("The load's stops have changed since its permit file was made.")
    clerk.call(:put, "/api/loads/#{load_id}/permits", { version: file(load_id)[:version] })
    expect(missing.call).to include(a_string_including("for another way: Missoula, MT → Boise, ID"))
    DB[:loads].where(id: load_id).update(delivery_at: now + (14 * 24 * Given::HOUR))
    expect(missing.call).to include(a_string_including("and the delivery is expected Mon 12/7"))
    DB[:loads].where(id: load_id).update(pickup_at: now + (48 * Given::HOUR))
    expect(Web::Match::Today.at(now)[:rows]).to include(
      include(kind: "permits", reason: a_string_including("for another way"), address: "/permits/#{load_id}")
    )
  end

  it "has the application on paper for an office without an interface, and takes its answer from the clerk" do
    load_id = pump_house
    clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })
    montana = file(load_id)[:permits].first
    text =
      PDF::Reader
        .new(StringIO.new(clerk.call(:get, "/api/permits/#{montana[:id]}/application")))
        .pages
        .map(&:text)
        .join
    expect(text).to include(
      "Montana",
      "14 ft 0 in",
      "15 ft 2 in",
      "75,000 lb",
      "1M8GDM9AXKP042788",
      "registered for 72,000 lb",
      "US-93"
    )
    expect(file(load_id)[:missing]).to include(
      "T-101 is registered for 72,000 lb, and this weighs 75,000 lb."
    )
    answer = ->(**more) do
      clerk.call(
        :post,
        "/api/permits/#{montana[:id]}/answer",
        {
          key: "answer #{more.hash}",
          status: "issued",
          number: "M-17",
          fee: "30.00",
          valid_from: "2026-11-25",
          valid_to: "2026-11-29",
          **more
        }
      )
    end
    expect(answer.call[:error]).to include(code: "not_attested")
    clerk.call(:post, "/api/loads/#{load_id}/permits/attest", { key: "it is all true" })
    expect(answer.call(number: "")[:error]).to include(code: "field_missing", path: "/number")
    expect(answer.call(valid_to: "2026-11-24")[:error]).to include(code: "days_reversed", path: "/valid_to")
    expect(answer.call(status: "review", said: "Two days, they say")[:permits].first).to include(
      status: "review",
      said: "Two days, they say"
    )
    expect { Jobs::AskOffice.ask_after }.not_to(change { DB[:que_jobs].count })
    expect(answer.call(said: "Daylight only")[:permits].first).to include(
      status: "issued",
      number: "M-17",
      valid_to: "2026-11-29"
    )
    expect(answer.call[:error]).to include(code: "issued_already")
  end

  it "puts fees and escorts into the price, once" do
    load_id = pump_house
    clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })
    before = load(load_id)[:total]
    2.times do |i|
      clerk.call(
        :post,
        "/api/loads/#{load_id}/permits/price",
        { key: "into the price #{i}", escort_mile_rate: "2.00", service_fee: "75.00" }
      )
    end
    lines = Store::Freight.parts(:accessorials, load_id).to_h { |row| row.values_at(:label, :amount) }
    montana = file(load_id)[:permits].find { |permit| permit[:jurisdiction] == "MT" }
    expect(lines).to include(
      "Permit MT" => BigDecimal(montana[:fee]),
      "Permit service" => 75,
      "Escorts MT: 1 for #{montana[:miles]} mi" => BigDecimal(montana[:miles]) * 2
    )
    expect(load(load_id)[:total]).to eq(before + lines.values.sum)
  end

  it "refuses what cannot be, at the field, and draws what is too heavy with what helps" do
    load_id = pump_house
    clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })
    version = file(load_id)[:version]
    put = ->(**change) { clerk.call(:put, "/api/loads/#{load_id}/permits", { version:, **change }) }
    axles =
      [[12_000, 0], [16_000, 14], [16_000, 4.5], [15_500, 30], [15_500, 4.5]].map do |weight_lb, spacing_ft|
        { weight_lb:, spacing_ft: }
      end
    expect(put.call(axles: axles.first(4))[:error]).to include(code: "axles_do_not_add", path: "/axles")
    expect(
      put.call(axles: axles.map { |row| row.merge(spacing_ft: row[:spacing_ft] * 3) })[:error]
    ).to include(code: "spacings_too_long")
    expect(put.call(starts_on: "2026-11-01")[:error]).to include(code: "in_the_past", path: "/starts_on")
    expect(put.call(starts_on: "2027-11-01")[:error]).to include(code: "too_far_ahead")
    expect(put.call(axles:)[:bridge]).to include(legal: true, gross_lb: 75_000)
    checked =
      clerk.call(
        :post,
        "/api/permits/bridge",
        {
          key: "look at it",
          axles:
            [
              [12_000, 0],
              [18_000, 11.5],
              [18_000, 4],
              [15_500, 31.5],
              [15_500, 4]
            ].map { |weight_lb, spacing_ft| { weight_lb:, spacing_ft: } }
        }
      )
    expect(checked).to include(legal: false, helps: include(include(kind: "move_weight")))
  end

  it "says when it may move, by daylight, and plans hours within that" do
    Work::Hours::WriteDuty.call(
      driver_id,
      { key: "known him", from: now - (10 * 24 * Given::HOUR), status: "off_duty", why: "Paper record" },
      by: maren,
      now:
    )
    load_id = pump_house
    made = clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })
    local =
      made[:windows].map do |window|
        window.values.map do |text|
          TZInfo::Timezone.get("America/Boise").to_local(Time.iso8601(text)).strftime("%a %H:%M")
        end
      end
    # On a weekday between the hours in which Boise is closed; on a Saturday from half an hour before the
    # later sunrise to half an hour after the earlier sunset.
    expect(local.first).to eq(["Wed 08:30", "Wed 16:00"])
    expect(local.find { |from, _| from.start_with?("Sat") }).to match([/\ASat 07:[23]/, /\ASat 17:[23]/])
    expect(made[:windows].map { |window| Time.iso8601(window[:from]).to_date.iso8601 }).not_to include(
      "2026-11-26"
    ) # Thanksgiving
    driving =
      made[:plan][:pieces]
        .select { |piece| piece[:status] == "driving" }
        .map { |piece| [Time.iso8601(piece[:from]), Time.iso8601(piece[:to])] }
    # Each minute of the loaded way lies in the hours of the state it is driven in: Montana's first, then
    # Idaho's.
    loaded =
      driving
        .select { |from, _| from > now + (47 * Given::HOUR) }
        .flat_map { |from, to| ((from.to_i / 60)...(to.to_i / 60)).to_a }
    parts = DB[:permit_files].first(load_id:)[:sections].to_a.first
    expect(
      parts.map { |part| [part["state"], part["near"]] }.chunk_while { |a, b| a == b }.map(&:first)
    ).to eq([["MT", []], ["ID", []], ["ID", ["Boise"]]])
    expect(loaded.length).to be_within(3).of(parts.sum { |part| part["minutes"] })
    hours =
      made[:by_state].to_h do |one|
        [
          one[:state],
          one[:windows].map do |window|
            (Time.iso8601(window[:from]).to_i / 60)..(Time.iso8601(window[:to]).to_i / 60)
          end
        ]
      end
    first = parts.take_while { |part| part["state"] == "MT" }.sum { |part| part["minutes"] }
    expect(loaded.first(first)).to all(
      satisfy { |minute| hours["MT"].any? { |window| window.cover?(minute) } }
    )
    # Boise is closed from 16:00 on that day, and the way ends there: it arrives on a day when it is open.
    mountain = ->(minute) { TZInfo::Timezone.get("America/Boise").to_local(Time.at(minute * 60).utc) }
    expect(loaded.last(parts.last["minutes"])).to all(
      satisfy do |minute|
        mountain
          .call(minute)
          .then do |at|
            at.saturday? ||
              ["06:30".."08:29", "16:00".."18:29"].none? { |range| range.cover?(at.strftime("%H:%M")) }
          end
      end
    )
    expect(made[:leave_by]).to include(leave_at: a_string_starting_with("2026-11-"), late_minutes: nil)
    expect(Time.iso8601(made[:leave_by][:arrive_at])).to be <= now + (108 * Given::HOUR)
    DB[:loads].where(id: load_id).update(status: "open")
    DB[:trips].update(status: "declined")
    crew = Work::Match::Crews.at(now).all.find { |one| one.name == "Wade Ferris" }
    expect(
      Work::Match::Judge
        .new(now)
        .judge(crew, Work::Match::Freight.all([load_id]).first)
        .trip
        .stops
        .map { |stop| stop.sections&.length }
    ).to match([nil, be > 1])
  end

  it "reads on paper as people write, asked for and issued" do
    papers =
      issued(pump_house).flat_map do |permit|
        [
          clerk.call(:get, "/api/permits/#{permit[:id]}/application"),
          clerk.call(:get, "/api/papers/#{permit[:paper_id]}")
        ]
      end
    expect(papers.flat_map { |bytes| RawWords.of_pdf(bytes) }).to eq([])
  end

  def pay(ids, **more) =
    clerk.call(
      :post,
      "/api/permits/pay",
      { key: "pay #{ids} #{more} #{rand}", permit_ids: ids, method: "balance", **more }
    )

  def settle
    allow(Net::HTTP).to(receive(:start).and_wrap_original { |_, *, **, &request| request.call(self) })
    DB[:permit_receipts]
      .where(status: "started")
      .select_map(:id)
      .each { |id| Jobs::AskForPayment.ask(id, now:) }
  end

  it "pays from the balance or by card, never twice, and loses no payment that broke off" do
    montana, idaho = issued(pump_house).map { |permit| permit[:id] }
    expect(
      clerk.call(:get, "/api/permits/money")[:offices].map do |office|
        office.values_at(:jurisdiction, :balance)
      end
    ).to eq([%w[ID 500.00], %w[MT 500.00]])
    expect(pay([montana])[:receipts].first).to include(
      status: "started",
      amount: file(DB[:permit_files].get(:load_id))[:permits].first[:fee]
    )
    expect(pay([montana, idaho])[:error]).to include(code: "paid_already", path: "/permit_ids")
    # The office has taken it, and its answer is lost on the way.
    allow(Net::HTTP).to(
      receive(:start).and_wrap_original do |_, *, **, &request|
        request.call(self).then { raise IOError, "broken off" }
      end
    )
    expect { Jobs::AskForPayment.ask(DB[:permit_receipts].get(:id), now:) }.to raise_error(
      Services::Unreachable
    )
    2.times { settle }
    money = clerk.call(:get, "/api/permits/money")
    expect(money[:receipts].first).to include(status: "paid", number: "MT-RCPT1000", pdf: true)
    expect(
      PDF::Reader
        .new(StringIO.new(clerk.call(:get, "/api/permit-receipts/#{money[:receipts].first[:id]}/pdf")))
        .pages
        .first
        .text
    ).to include("MT-RCPT1000")
    account = "/v1/offices/MT/account?#{URI.encode_www_form(company: Store::Company.row[:name])}"
    expect(offices.call(Rack::MockRequest.env_for(account)).last.first).to include(
      format("%.2f", 500 - BigDecimal(money[:receipts].first[:amount]))
    )
    # By card: declined first, and then to be paid again; the money desk tells where.
    pay([idaho], method: "card")
    settle
    checkout = clerk.call(:get, "/api/permits/money")[:receipts].first[:checkout_url]
    Rack::MockRequest.new(offices).post(URI(checkout).path, params: { card: "0000" })
    clerk.call(
      :post,
      "/api/permit-receipts/#{DB[:permit_receipts].max(:id)}/ask",
      { key: "back from the page" }
    )
    expect(clerk.call(:get, "/api/permits/money")).to include(
      offices: [include(jurisdiction: "ID")],
      receipts: include(include(status: "failed", said: a_string_including("declined"), permits: []))
    )
    pay([idaho], method: "card")
    settle
    Rack::MockRequest.new(offices).post(
      URI(clerk.call(:get, "/api/permits/money")[:receipts].first[:checkout_url]).path,
      params: {
        card: "4111 1111"
      }
    )
    settle
    expect(clerk.call(:get, "/api/permits/money")).to include(
      offices: [],
      receipts: include(include(status: "paid", method: "card"))
    )
    expect(file(DB[:permit_files].get(:load_id))[:permits].map { |permit| permit[:paid] }).to eq(
      %w[paid paid]
    )
  end

  it "says why a payment failed, and lets its permits be paid again" do
    ids =
      issued(pump_house(freight: [freight.first.merge(weight_lb: 60_000)])).to_h do |permit|
        permit.values_at(:jurisdiction, :id)
      end
    DB[:permits].where(id: ids["MT"]).update(fee: 900)
    pay([ids["MT"]])
    settle
    expect(clerk.call(:get, "/api/permits/money")[:receipts].first).to include(
      status: "failed",
      said: a_string_starting_with("What is due is $")
    )
    expect(pay([ids["MT"]], method: "elsewhere")[:error]).to include(code: "field_missing", path: "/number")
    expect(pay([ids["MT"]], method: "elsewhere", number: "Cheque 1177")[:receipts].first).to include(
      status: "paid",
      number: "Cheque 1177",
      pdf: false
    )
  end

  it "amends what the state lets change, keeps the old permit until then, and refuses the rest" do
    load_id = pump_house
    old = issued(load_id).first
    amend = ->(id = old[:id]) do
      clerk.call(:post, "/api/permits/#{id}/amend", { key: "amend #{id} #{rand}" })
    end
    attest(load_id)
    expect(amend.call[:error]).to include(
      code: "not_amendable",
      message: "Nothing has changed since this permit was issued."
    )
    put_right(load_id, starts_on: "2026-11-27")
    expect(amend.call[:error]).to include(code: "not_attested")
    attest(load_id)
    expect(file(load_id)[:permits].first[:amendable]).to eq("the start")
    amend.call
    expect(amend.call[:error]).to include(code: "amended_already")
    expect(
      file(load_id)[:permits].map { |permit| permit.values_at(:jurisdiction, :status, :amends) }
    ).to contain_exactly(["MT", "issued", false], ["ID", "issued", false], ["MT", "sent", true])
    work
    changed = file(load_id)[:permits].find { |permit| permit[:jurisdiction] == "MT" }
    expect(changed).to include(
      status: "issued",
      valid_from: "2026-11-27",
      fee: "5.00",
      number: a_string_starting_with(old[:number])
    )
    expect(DB[:permits].where(id: old[:id]).get(:status)).to eq("cancelled")
    put_right(load_id, width_in: 172, starts_on: "2026-11-28")
    attest(load_id)
    expect(amend.call(changed[:id])[:error]).to include(
      code: "not_amendable",
      message:
        "Montana lets the start and the tractor of an issued permit change, and no more: this changes the " \
          "width. Give the permit up and apply anew."
    )
  end

  it "uses a permit that the company holds where it covers the load, and no further" do
    hold =
      lambda do |**more|
        clerk.call(
          :post,
          "/api/held-permits",
          {
            key: "hold a permit #{more}",
            jurisdiction: "MT",
            number: "Y-1",
            width_in: 170,
            height_in: 190,
            length_in: 1200,
            gross_lb: 80_000,
            valid_from: "2026-01-01",
            valid_to: "2026-12-31",
            trips: 1,
            **more
          }
        )
      end
    load_id = pump_house
    made(load_id)
    expect(hold.call).to include(number: "Y-1", used: 1)
    expect(hold.call(conditions: "again")[:error]).to include(code: "held_already", path: "/number")
    expect(
      file(load_id)[:permits].map { |permit| permit.values_at(:jurisdiction, :status, :number, :fee, :held) }
    ).to contain_exactly(["MT", "issued", "Y-1", "0.00", true], ["ID", "draft", nil, "28.00", false])
    expect(described_class::Missing.of(load_id)).to eq(["ID: the permit is not applied for."])
    # Its one trip is used up; and what is larger than it lets goes back to being applied for.
    second =
      book(
        from: "59801",
        to: "83702",
        at: now + (300 * Given::HOUR),
        hours: 60,
        freight:,
        trailer_kind: "lowboy"
      )
    expect(made(second)[:permits].map { |permit| permit.values_at(:jurisdiction, :held) }).to contain_exactly(
      ["MT", false],
      ["ID", false]
    )
    put_right(load_id, width_in: 171)
    expect(file(load_id)[:permits].find { |permit| permit[:jurisdiction] == "MT" }).to include(
      status: "draft",
      held: false,
      number: nil
    )
    put_right(load_id, width_in: 168)
    expect(
      clerk.call(
        :post,
        "/api/held-permits/#{DB[:annual_permits].get(:id)}/end",
        { key: "sold the lowboy", why: "Sold" }
      )
    ).to include(ended: true)
    expect(file(load_id)[:permits].map { |permit| permit[:status] }.uniq).to eq(["draft"])
  end

  it "copies an earlier permit's vehicle to another load, and keeps its kind" do
    earlier = issued(pump_house)
    load_id =
      book(
        from: "59801",
        to: "83702",
        at: now + (140 * Given::HOUR),
        hours: 60,
        freight: [freight.first.merge(serial_number: "PH-78", width_in: 150)],
        trailer_kind: "lowboy"
      )
    DB[:permits].where(id: earlier.first[:id]).update(kind: "superload")
    copied =
      clerk.call(
        :post,
        "/api/loads/#{load_id}/permits/copy",
        { key: "as last time", permit_id: earlier.first[:id] }
      )
    # As wide as this load is; as high as the earlier one, since nobody knows yet on which trailer it goes.
    there = DB[:permit_files].where(id: DB[:permits].where(id: earlier.first[:id]).select(:file_id))
    expect(copied).to include(
      width_in: 150,
      serial_number: "PH-78",
      attested_by: nil,
      **there.first.slice(:height_in)
    )
    expect(copied[:copied]).to include(
      from: a_string_matching(/\AMT\d+P of L\d+\z/),
      differs: [{ what: "width_in", there: 168, here: 150 }]
    )
    expect(copied[:permits].map { |permit| permit.values_at(:jurisdiction, :kind, :wants) }).to eq(
      [%w[MT superload oversize], ["ID", "oversize", nil]]
    )
    expect(put_right(load_id, width_in: 166)[:permits].first).to include(kind: "superload")
    expect(attest(load_id)[:copied]).to be_nil
    expect(
      clerk.call(
        :post,
        "/api/loads/#{load_id}/permits/copy",
        { key: "from itself", permit_id: copied[:permits].first[:id] }
      )[
        :error
      ]
    ).to include(code: "own_permit")
  end

  it "moves several loads on one file, with the largest of each, and refuses one that goes another way" do
    load_id = pump_house
    made(load_id)
    beside =
      book(
        from: "59801",
        to: "83702",
        at: now + (48 * Given::HOUR),
        hours: 60,
        freight: [freight.first.merge(width_in: 132, height_in: 164, weight_lb: 40_000)],
        trailer_kind: "lowboy"
      )
    number = ->(id) { DB[:loads].where(id:).get(:number) }
    shared =
      clerk.call(
        :post,
        "/api/loads/#{load_id}/permits/loads",
        { key: "the same move", load: number.call(beside) }
      )
    expect(shared).to include(
      width_in: 168,
      height_in: 188,
      loads: [{ id: beside, number: number.call(beside) }]
    )
    expect(
      clerk.call(
        :post,
        "/api/loads/#{load_id}/permits/loads",
        { key: "another way", load: number.call(book(at: now + (48 * Given::HOUR))) }
      )[
        :error
      ]
    ).to include(code: "other_way", path: "/load")
    expect(described_class::Missing.of(beside)).to eq(
      ["MT: the permit is not applied for.", "ID: the permit is not applied for."]
    )
    attest(load_id)
    apply(load_id)
    work
    expect(described_class::Missing.of(beside)).to eq([])
    expect(DB[:papers].where(load_id: beside, kind: "permit").count).to eq(2)
    clerk.call(:post, "/api/loads/#{load_id}/permits/loads/#{beside}/remove", { key: "goes by itself" })
    expect(Store::Permits.file_of(beside)).to be_nil
  end

  it "keeps the combination's axle spacings, asks an office no sooner than it takes an application, and " \
       "counts escort days by the plan" do
    load_id = pump_house
    made(load_id)
    keep = ->(**more) do
      clerk.call(
        :post,
        "/api/combinations",
        {
          key: "keep them #{more}",
          tractor_id: unit_id("T-101"),
          trailer_id: unit_id("L-501"),
          name: "Lowboy 1",
          spacings_ft: [0, 14, 4.5, 31, 4.5],
          **more
        }
      )
    end
    expect(keep.call(spacings_ft: [0, 0, 4])[:error]).to include(code: "wrong_spacings", path: "/spacings_ft")
    expect(keep.call(trailer_id: unit_id("T-101"))[:error]).to include(
      code: "unknown_unit",
      path: "/trailer_id"
    )
    keep.call
    expect(file(load_id)[:spacings_ft]).to eq([0, 14, 4.5, 31, 4.5])
    put_right(load_id, starts_on: "2026-12-20")
    attest(load_id)
    expect(file(load_id)[:permits].first[:apply_from]).to eq("2026-12-15")
    expect(apply(load_id)[:error]).to include(
      code: "too_far_ahead",
      message: a_string_including("MT takes it from 2026-12-15 on.")
    )
    expect(put_right(load_id, deliver_by: "fax")[:error]).to include(
      code: "field_missing",
      path: "/deliver_to"
    )
    expect(put_right(load_id, height_in: 90)[:error]).to include(
      code: "height_under_truck",
      path: "/height_in"
    )
    clerk.call(
      :post,
      "/api/loads/#{load_id}/permits/price",
      { key: "into the price", escort_day_rate: "650.00" }
    )
    expect(
      Store::Freight.parts(:accessorials, load_id).to_h { |row| row.values_at(:label, :amount) }
    ).to include("Escorts MT: 1 for 1 day" => 650)
  end

  it "asks a few questions that lead to a kind, each with why" do
    ask = ->(**answers) do
      clerk.call(:post, "/api/permits/kind", { key: "which kind", jurisdiction: "ID", **answers })
    end
    wide = { width_in: 130, height_in: 160, length_in: 900, gross_lb: 78_000 }
    expect(ask.call[:question]).to include(id: "width_in", why: a_string_including("8 ft 6 in"))
    expect(ask.call(**wide)[:question]).to include(id: "moves_a_year", choices: include(include(value: "10")))
    expect(ask.call(**wide, moves_a_year: 10)[:question]).to include(id: "same_vehicle")
    expect(ask.call(**wide, moves_a_year: 10, same_vehicle: true)[:answer]).to include(
      kind: "oversize",
      term: "year"
    )
    expect(ask.call(**wide, width_in: 168, moves_a_year: 10, same_vehicle: true)[:answer]).to include(
      term: "trip",
      why: include(a_string_including("larger than yearly permits go, 12 ft wide"))
    )
    expect(ask.call(**wide, gross_lb: 99_000)[:question]).to include(
      id: "divisible",
      why: a_string_including("658.5")
    )
    expect(ask.call(**wide, gross_lb: 99_000, divisible: true)[:answer]).to include(
      kind: "divisible",
      term: nil
    )
    expect(ask.call(**wide, width_in: 100)[:answer]).to include(kind: "none", term: nil)
    expect(ask.call(**wide, width_in: 300)[:answer]).to include(kind: "superload")
    expect(ask.call[:jurisdictions]).to eq(PermitRules.all.keys.sort)
    expect(
      clerk.call(:post, "/api/permits/kind", { key: "which kind", jurisdiction: "FL" })[:error]
    ).to include(code: "unknown_state")
  end

  it "takes an office's nonsense for no answer, and the same answer twice for one" do
    load_id = pump_house
    made(load_id)
    attest(load_id)
    apply(load_id)
    id = file(load_id)[:permits].first[:id]
    [
      "<html>",
      "[]",
      '{"state":"issued","application":"MT-1"}',
      '{"state":"perhaps","application":"MT-1"}',
      '{"state":"issued","application":"MT-1","number":"7","fee":"free","valid_from":"soon","valid_to":"later"}'
    ].each do |body|
      allow(Net::HTTP).to receive(:start).and_return(
        Net::HTTPOK
          .new("1.1", "200", "")
          .tap { |response| response.instance_variable_set(:@read, true) && response.body = body }
      )
      expect { Jobs::AskOffice.new({}).run(permit_id: id) }.to raise_error(Services::Unreachable, /nonsense/)
    end
    expect(DB[:permits].first(id:)).to include(status: "sent", number: nil)
    answer = { "state" => "refused", "application" => "MT-9", "message" => "No." }
    expect { 2.times { described_class::TakeAnswer.call(id, answer, nil, now:) } }.to change {
      DB[:audit_entries].where(act: "permit_refused").count
    }.by(1)
  end

  it "lets the company put a value right, with its source" do
    put =
      clerk.call(
        :put,
        "/api/permits/values",
        {
          jurisdiction: "ID",
          part: "legal",
          name: "height_in",
          value: 186,
          source: "Idaho office, by telephone"
        }
      )
    expect(put[:values].find { |one| one[:name] == "height_in" && one[:part] == "legal" }).to include(
      value: 186,
      known_by: "published",
      checked_by: "Tobias Reyes"
    )
    load_id = pump_house(freight: [freight.first.merge(width_in: 100)])
    expect(
      clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })[:states].map do |one|
        one[:needs_permit]
      end
    ).to eq([true, nil]) # its axles are not told: nobody can say that it wants none
    expect(
      clerk.call(
        :put,
        "/api/permits/values",
        { jurisdiction: "ID", part: "legal", name: "colour", value: 1, source: "nowhere" }
      )[
        :error
      ]
    ).to include(code: "unknown_value", path: "/name")
  end

  it "lists what nobody has checked, the states of its loads first, down to each escort, fee and curfew" do
    made(pump_house)
    montana = -> { clerk.call(:get, "/api/permits/unsure").find { |state| state[:jurisdiction] == "MT" } }
    listed = clerk.call(:get, "/api/permits/unsure")
    expect(listed.first(2).map { |state| state[:jurisdiction] }).to contain_exactly("MT", "ID")
    expect(montana.call[:loads].length).to eq(1)
    fee = montana.call[:unsure].find { |one| one[:part] == "fees" }
    escort = montana.call[:unsure].find { |one| one[:part] == "escorts" }
    before = montana.call[:unsure].length

    put = ->(of, **more) do
      clerk.call(
        :put,
        "/api/permits/values",
        { jurisdiction: "MT", source: "Montana office, by telephone", **of.slice(:part, :name), **more }
      )
    end
    put.call(fee, amount: "42.50")
    put.call(escort, as_it_is: true)
    expect(montana.call[:unsure].length).to eq(before - 2)
    rules = Store::Permits.rules["MT"]
    expect([rules.fees.first.amount, rules.fees.first.known_by]).to eq([42.5.to_d, "published"])
    expect(rules.escorts[escort[:name].to_i - 1]).to have_attributes(
      over: escort[:value],
      known_by: "published"
    )
    expect(put.call(fee, value: 3)[:error]).to include(code: "what_value", path: "/value")
    expect(put.call(escort, value: nil)[:error]).to include(code: "what_value")
  end
end
