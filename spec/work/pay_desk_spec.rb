# frozen_string_literal: true

require "app_helper"
require "pdf-reader"

# What pay rests on beside the runs: rates with their days, receipts, cards, escrow, operating companies, and
# runs and files that take long.
RSpec.describe "What pay rests on" do
  let(:greta) { account(%w[settlement_clerk administrator], "Greta Lindqvist") }
  let(:clerk) { api(inez) }
  let(:receipt) { EvilFiles.png(4, 4) }

  def open_run =
    Work::Pay::OpenPayRun.call({ from: Date.new(2026, 11, 22), to: Date.new(2026, 11, 28) }, by: inez, now:)
  def run(id) = Web::Pay::RunJson.of(id)
  def statement(run_id, name = "Wade Ferris") =
    Papers::StatementText.of(DB[:statements].where(pay_run_id: run_id, driver_id: driver_id(name)).get(:id))
  def lines(run_id, section, name = "Wade Ferris") =
    statement(run_id, name)[:lines]
      .select { |line| line[:section] == section }
      .map { |line| line.values_at(:label, :amount) }
  def lock(id) = Work::Pay::ApprovePayRun.call(id, { total_net: run(id)[:net] }, by: inez, now:)

  def earned(name = "Wade Ferris", weeks: 0, tractor: "T-101", trailer: "V-201", paper: true)
    at = now + (weeks * 7 * 24 * Given::HOUR)
    load_id, trip_id = sent(crew(tractor:, trailer:).merge(driver_ids: [driver_id(name)]), at:, hours: 8)
    deliver(trip_id, begins: at, by: driver(name))
    keep_photo(trip_id, by: driver(name)) if paper
    [load_id, trip_id]
  end

  describe "rates from a day on" do
    def plan(**more) =
      clerk.call(
        :post,
        "/api/drivers/#{driver_id}/pay-plans",
        {
          key: "plan #{more.hash} #{rand}",
          in_force_from: "2026-11-01",
          basis: "per_mile",
          loaded_mile_rate: "0.60",
          empty_mile_rate: "0.50",
          **more
        }
      )

    it "keeps bands, per diem and a day's minimum, and pays open trips by them; a paid one stays" do
      earned
      id = open_run
      miles = DB[:trip_earnings].get(:loaded_miles)
      haul_bands = [{ to_miles: 100, rate: "1.20" }, { to_miles: 400, rate: "0.70" }]
      expect(plan(haul_bands:, per_diem_mile_rate: "0.10")[:plans].first).to include(
        in_force_from: "2026-11-01",
        haul_bands:
      )
      expect(lines(id, "earnings").first).to eq(
        ["Loaded miles", Money.text(Money.cents(miles * BigDecimal("0.7")))]
      )
      expect([lines(id, "reimbursements"), statement(id)[:net]]).to match(
        [
          [["Per diem", a_string_matching(/\A\d\d\.\d\d\z/)]],
          Money.text(DB[:statement_lines].sum(:amount).then { |sum| Money.cents(sum) })
        ]
      )
      lock(id)
      before = statement(id)[:gross]
      expect(plan(loaded_mile_rate: "9.99")[:error]).to include(code: "stale") # without the version of that day's plan
      plan(version: 0, loaded_mile_rate: "9.99")
      expect(statement(id)[:gross]).to eq(before)
      expect(DB[:pay_plans].where(in_force_from: Date.new(2026, 11, 1)).count).to eq(1)
    end

    it "refuses what cannot be, at its field" do
      expect(plan(basis: "hourly", hourly_rate: "0")[:error]).to include(
        code: "rate_missing",
        path: "/hourly_rate"
      )
      expect(plan(loaded_mile_rate: "0")[:error]).to include(code: "rate_missing", path: "/loaded_mile_rate")
      expect(
        plan(haul_bands: [{ to_miles: 400, rate: "0.70" }, { to_miles: 100, rate: "1.20" }])[:error]
      ).to include(code: "bands_out_of_order", path: "/haul_bands/1/to_miles")
      expect(plan(per_diem_mile_rate: "0.55")[:error]).to include(
        code: "per_diem_too_high",
        path: "/per_diem_mile_rate"
      )
      expect(
        plan(activity_rates: [{ activity: "driving", rate: "30" }, { activity: "driving", rate: "20" }])[
          :error
        ]
      ).to include(code: "activity_twice")
    end

    it "pays the miles that the odometer tells, or those agreed with the customer, and waits where nobody " \
         "told" do
      load_id, trip_id = earned
      id = open_run
      plan(miles_by: "odometer")
      expect(run(id)[:held]).to match([include(reason: "miles_doubtful", why: /nobody told/)])
      # The first reading comes before the trip, the last when the driver has parked after it.
      at = DB[:trips].where(id: trip_id).get(:delivered_at)
      DB[:check_ins].insert(
        trip_id:,
        driver_id:,
        kind: "pre_trip",
        done_at: now,
        arrived_at: now,
        key: "odometer before",
        by: "Wade Ferris",
        details: Sequel.pg_jsonb({ odometer: 100_000 })
      )
      check_in(trip_id, "post_trip", at: at + 600, odometer: 100_250)
      expect(
        statement(id)[:lines]
          .select { |line| line[:miles_by] == "odometer" }
          .sum { |line| BigDecimal(line[:quantity]) }
      ).to eq(250)
      plan(version: 0, miles_by: "agreed")
      before = lines(id, "earnings").first
      dispatcher = api(maren)
      load =
        dispatcher.call(:put, "/api/loads/#{load_id}/agreed-miles", { key: "agreed miles", miles: "231.5" })
      expect(load).to include(agreed_miles: nil, proposed_miles: { miles: "231.5", by: "Maren Holt" })
      expect(lines(id, "earnings").first).to eq(before) # miles move pay: dispatch proposes
      change = clerk.call(:get, "/api/pay-changes").first
      expect(change).to include(
        title: "Miles of load #{load[:number]}",
        what: "231.5 miles agreed with the customer instead of the route's",
        may_make: true
      )
      look = api(account("administrator", "Ada Moe")).call(:get, "/api/pay-changes").first
      expect(look).to include(may_make: false, why_not: "A settlement clerk has to look at it.")
      clerk.call(:post, "/api/pay-changes/#{change[:id]}/answer", { key: "agree to them", status: "made" })
      expect(lines(id, "earnings").first).to eq(["Loaded miles", "138.90"])
      expect(dispatcher.call(:get, "/api/loads/#{load_id}")).to include(
        agreed_miles: "231.5",
        proposed_miles: nil
      )
      expect(
        api(maren).call(:put, "/api/loads/#{load_id}/agreed-miles", { key: "agreed miles 2", miles: "0" })[
          :error
        ]
      ).to include(code: "wrong_form")
    end

    it "pays hours by what was done, day by day, with overtime beyond the week's bound" do
      _, trip_id = earned
      id = open_run
      tell = ->(kind, from, to) do
        Work::Tracking::KeepActivity.call(
          trip_id,
          { kind:, from: now + (from * 3600), to: now + (to * 3600) },
          driver:,
          now: now + (60 * 3600)
        )
      end
      # Told after the delivery
      [["driving", 0, 24], ["driving", 24, 30], ["waiting_to_load", 30, 46]].each do |kind, from, to|
        tell.call(kind, from, to)
      end
      plan(
        basis: "hourly",
        hourly_rate: "12",
        activity_rates: [{ activity: "waiting_to_load", rate: "9" }],
        overtime_after_hours: "40"
      )
      # 30 x 12.00 + 16 x 9.00 = 504.00; 504.00 / 46 / 2 x 6 = 32.87
      expect(lines(id, "earnings")).to eq(
        [%w[Hours 360.00], ["Hours waiting to load", "144.00"], ["Overtime, week of 2026-11-22", "32.87"]]
      )
      expect(DB[:trip_earnings].get(:worked).to_a.map { |row| row["day"] }.uniq).to eq(
        %w[2026-11-23 2026-11-24 2026-11-25]
      )
    end
  end

  it "holds what has no rates for its day, and what two drivers claim whole" do
    earned
    id = open_run
    DB[:pay_plans].update(in_force_from: Date.new(2026, 11, 30))
    expect(run(id)[:held]).to match(
      [
        include(
          reason: "rates_missing",
          why: /No rates of Wade Ferris hold on 2026-11-23: the first are of 2026-11-30/
        )
      ]
    )
    DB[:pay_plans].update(in_force_from: Date.new(2026, 1, 1))
    DB[:trip_earnings].insert(
      DB[:trip_earnings].first.except(:id, :statement_id).merge(driver_id: driver_id("Nora Brandvold"))
    )
    expect(run(id)[:held]).to match(
      [
        include(reason: "claimed_twice", why: /Wade Ferris and Nora Brandvold|Nora Brandvold and Wade Ferris/)
      ] * 2
    )
    clerk.call(
      :post,
      "/api/pay-runs/#{id}/items",
      { key: "approve them", ids: DB[:trip_earnings].select_map(:id), act: "approve" }
    )
    expect(clerk.error).to include(code: "cannot_be_approved", message: a_string_including("claim more than"))
    Work::Pay::BuildRun.call(id)
    expect(run(id)[:rows]).to eq([])
  end

  describe "what a trip is paid for" do
    it "is put right line by line with a reason, keeps what was measured, and is never overwritten by " \
         "another clerk" do
      earned
      id = open_run
      item = DB[:trip_earnings].get(:id)
      DB[:pay_plans].update(layover_daily: 125)
      put = ->(version, **more) do
        clerk.call(:post, "/api/earnings/#{item}/correction", { key: "put right #{rand}", version:, **more })
      end
      expect(put.call(0, loaded_miles: "300.0")[:error]).to include(code: "reason_missing", path: "/why")
      expect(put.call(0, dwell_minutes: [10], why: "Told by phone")[:error]).to include(
        code: "stops_differ",
        path: "/dwell_minutes"
      )
      measured = lines(id, "earnings")
      expect(
        put.call(
          0,
          loaded_miles: "300.0",
          layover_days: 1,
          dwell_minutes: [240, 60],
          why: "Closed road, told by phone"
        )
      ).to include(
        version: 1,
        loaded_miles: Money.rate_text(DB[:trip_earnings].get(:loaded_miles), places: 1)
      )
      expect(lines(id, "earnings")).to include(
        ["Loaded miles", "174.00"],
        %w[Layover 125.00],
        %w[Detention 40.00]
      )
      expect(statement(id)[:lines].first).to include(
        corrected: "Inez Calloway: Closed road, told by phone",
        by_state: []
      )
      expect(statement(id)[:lines].find { |line| line[:label] == "Detention" }[:story]).to eq(
        "4 h at Boise, ID"
      )
      expect(
        api(greta).call(
          :post,
          "/api/earnings/#{item}/correction",
          { key: "put right too", version: 0, why: "mine", loaded_miles: "1.0" }
        )[
          :error
        ]
      ).to include(code: "stale")
      put.call(1)
      expect(lines(id, "earnings")).to eq(measured)
      lock(id)
      expect(put.call(2, loaded_miles: "9.0", why: "late")[:error]).to include(code: "locked")
    end
  end

  describe "receipts from the cab" do
    def hand_in(content = receipt, **more) =
      Work::Pay::HandInReceipt.call(
        content,
        {
          key: "receipt #{more.hash} #{content.hash}",
          kind: "scale",
          amount: "14.50",
          spent_on: Date.new(2026, 11, 22),
          **more
        },
        driver:,
        now:
      )
    def answer(id, **more) =
      clerk.call(
        :post,
        "/api/receipts/#{id}/answer",
        { key: "answer #{more.hash} #{rand}", status: "paid_back", **more }
      )

    it "are paid back with the statement that is being made, once" do
      earned
      run_id = open_run
      id = hand_in
      expect(clerk.call(:get, "/api/receipts")).to match(
        [include(id:, status: "handed_in", amount: "14.50", driver: include(name: "Wade Ferris"))]
      )
      answer(id)
      expect(lines(run_id, "reimbursements")).to eq([["Scale receipt of 2026-11-22", "14.50"]])
      expect(answer(id)[:error]).to include(code: "answered_already")
      expect { hand_in(key: "another key") }.to refuse("handed_in_already", "")
      other = hand_in(EvilFiles.png(4, 5))
      expect(answer(other, status: "refused")[:error]).to include(code: "reason_missing", path: "/why")
      answer(other, amount: "9.00", why: "The rest was your lunch")
      expect(lines(run_id, "reimbursements").last.last).to eq("9.00")
      expect(Web::Tracking::PhoneJson.cab(driver, now)[:receipts].first).to include(
        status: "paid_back",
        why: "The rest was your lunch"
      )
      part = DB[:pay_item_parts].order(:id).get(:id)
      clerk.call(:post, "/api/one-time/#{part}/withdraw", { key: "take it back #{part}" })
      expect(clerk.call(:get, "/api/receipts").first).to include(id:, status: "handed_in") # it waits again
    end

    it "refuses what is no picture, and a day to come" do
      expect { hand_in("no picture at all") }.to refuse("not_a_picture", "")
      expect { hand_in(spent_on: Date.new(2026, 11, 30)) }.to refuse("spent_later", "/spent_on")
    end
  end

  describe "a file of card transactions" do
    let(:head) { "transaction,kind,card,unit,date,time,place,state,gallons,amount" }

    def take(text, name: "week 47") =
      Work::Pay::TakeCardFile.call(text, { key: "take #{text.hash} #{rand}", name: }, by: inez, now:)
    def desk = clerk.call(:get, "/api/card-desk")
    def settle(ids, **more) =
      clerk.call(:post, "/api/card-transactions/settle", { key: "settle #{ids} #{rand}", ids:, **more })

    it "is matched by card or unit to driver and trip, settled by who bears it, and what is nobody's waits" do
      _, trip_id = earned
      id = open_run
      clerk.call(
        :post,
        "/api/cards",
        { key: "wades card", number: "7001", driver_id: driver_id, unit_id: nil }
      )
      # 8:30 in Boise and in Elko, an hour earlier on the clock there: both within the trip of 7:30 to 12:00
      take(<<~CSV)
          #{head}
          A1,fuel,7001,,2026-11-23,08:30,Boise,ID,85.2,301.44
          A2,toll,,T-101,2026-11-23,07:35,Plaza 3,NV,,4.50
          A3,cash,7001,,2026-11-23,08:40,Boise,ID,,60.00
          A4,fuel,9999,,2026-11-23,08:30,Boise,ID,10,35.00
        CSV
      rows = desk[:rows].to_h { |row| [row[:reference], row] }
      number = DB[:trips].where(id: trip_id).get(:number)
      wades = ["Wade Ferris", number]
      expect(
        rows.transform_values { |row| [row[:driver]&.fetch(:name), row[:trip], row[:charged_to]] }
      ).to eq(
        "A1" => [*wades, "company"],
        "A2" => [*wades, "company"],
        "A3" => [*wades, "driver"],
        "A4" => [nil, nil, "company"]
      )
      expect(desk[:rows].first).to include(reference: "A4", matched_by: "Card 9999 is nobody's yet.")
      ids = rows.values.map { |row| row[:id] }
      expect(settle(ids)[:error]).to include(code: "unmatched")
      clerk.call(
        :post,
        "/api/card-transactions/#{rows["A4"][:id]}/match",
        { key: "match it now", driver_id:, trip_id: nil, remember: true }
      )
      DB[:drivers].where(id: driver_id).update(employment: "owner_operator")
      expect(settle(ids)[:rows]).to eq([])
      alone_up_to(dollars: 2000)
      clerk.call(
        :post,
        "/api/one-time",
        {
          key: "enough to take from",
          driver_ids: [driver_id],
          kind: "earning",
          label: "Bonus",
          amount: "900.00",
          due_on: "2026-11-22"
        }
      )
      expect(lines(id, "one_time")).to eq(
        [
          ["Fuel 11/23, Boise ID 85.2 gal", "-301.44"],
          ["Toll 11/23, Plaza 3 NV", "-4.50"],
          ["Cash 11/23, Boise ID", "-60.00"],
          ["Fuel 11/23, Boise ID 10 gal", "-35.00"]
        ]
      )
      expect(DB[:pay_item_parts].sum(:amount)).to eq(BigDecimal("1300.94"))
      expect(DB[:cards].where(number: "9999").get(:driver_id)).to eq(driver_id)
      expect(settle(ids)[:error]).to include(code: "settled_already")
    end

    good = "A1,fuel,7001,,2026-11-23,08:30,Boise,ID,85.2,301.44"
    {
      "another encoding" => ["HEAD\nA1,fuel,7001,,2026-11-23,08:30,Montr\xE9al,ID,1,1.00".b, "encoding", ""],
      "a missing column" => ["transaction,kind,card,unit,date,time\n#{good}", "missing_column", "/amount"],
      "an unknown column" => ["HEAD,driver\n#{good},Wade", "unknown_column", "/driver"],
      "no transaction" => ["HEAD\n", "empty", ""],
      "a wrong day" => [
        "HEAD\n#{good}\nA2,fuel,7001,,2026-02-30,08:30,Boise,ID,85.2,301.44",
        "bad_rows",
        "/3"
      ],
      "a wrong amount" => [
        "HEAD\nA2,fuel,7001,,2026-02-03,08:30,Boise,ID,85.2,\"1,301.44\"",
        "bad_rows",
        "/2"
      ],
      "one transaction twice" => ["HEAD\n#{good}\n#{good}", "bad_rows", "/3"],
      "no CSV" => ["HEAD\n\"A1,fuel", "not_csv", ""]
    }.each do |what, (text, code, path)|
      it "refuses #{what}, and takes nothing" do
        terminal_id
        expect { take(text.sub("HEAD".b, head)) }.to refuse(code, path)
        expect([DB[:card_files].count, DB[:card_transactions].count]).to eq([0, 0])
      end
    end

    it "refuses the same file again, and another that holds one of its transactions; reads UTF-16 too" do
      terminal_id
      take("#{head}\n#{good}")
      expect { take("#{head}\n#{good}", name: "once more") }.to refuse("file_taken", "")
      expect { take("#{head}\n#{good.sub("A1", "A0")}\n#{good}") }.to refuse("transaction_taken", "/3")
      take("\xFF\xFE".b + "#{head}\n#{good.sub("A1", "A9").sub("Boise", "Café")}".encode("UTF-16LE").b)
      expect(DB[:card_transactions].order(:id).select_map(%i[reference place])).to eq(
        [%w[A1 Boise], %w[A9 Café]]
      )
    end
  end

  describe "escrow" do
    it "bears interest by the quarter, once, and comes back whole when the lease ends" do
      earned
      clerk.call(
        :post,
        "/api/deductions",
        {
          key: "keep escrow",
          label: "Escrow",
          basis: "flat",
          amount: "90.00",
          escrow: true,
          everyone: true,
          from_on: "2026-01-01"
        }
      )
      id = open_run
      expect(statement(id)[:escrow]).to eq([{ label: "Escrow", balance: "90.00", goal: nil }])
      lock(id)
      interest = ->(at, from, percent = "3.65") do
        Work::Pay::Escrow.pay_interest(
          { key: "interest #{rand}", quarter_from: Date.iso8601(from), percent: },
          by: inez,
          now: at
        )
      end
      expect { interest.call(now, "2026-10-01") }.to refuse("quarter_open", "/quarter_from")
      expect { interest.call(now, "2026-11-01") }.to refuse("no_quarter", "/quarter_from")
      # 90.00 from November 23 to December 31 is 39 days: 90 x 39 / 365 x 3.65% = 0.351
      expect(interest.call(Time.utc(2027, 1, 4), "2026-10-01")).to eq(1)
      expect { interest.call(Time.utc(2027, 1, 4), "2026-10-01") }.to refuse("paid_already", "/quarter_from")
      expect([DB[:escrow_interest].get(:amount), Store::Pay::Funds.all.first[:balance]]).to eq(
        [BigDecimal("0.35"), BigDecimal("90.35")]
      )
      earned(weeks: 1)
      fund = DB[:deductions].get(:id)
      back =
        clerk.call(
          :post,
          "/api/drivers/#{driver_id}/escrow-return",
          { key: "give it back", deduction_id: fund, ended_on: "2026-11-28" }
        )
      expect(back[:funds]).to eq([{ deduction_id: fund, label: "Escrow", balance: "90.35" }])
      expect(
        clerk.call(
          :post,
          "/api/drivers/#{driver_id}/escrow-return",
          { key: "give it again", deduction_id: fund, ended_on: "2026-11-28" }
        )[
          :error
        ]
      ).to include(code: "returned_already")
      second =
        Work::Pay::OpenPayRun.call(
          { from: Date.new(2026, 11, 29), to: Date.new(2026, 12, 5) },
          by: inez,
          now:
        )
      expect([lines(second, "reimbursements"), lines(second, "recurring")]).to eq([[%w[Escrow 90.35]], []])
      lock(second)
      expect([Store::Pay::Funds.all.first[:balance], Work::Pay::ProveBooks.call]).to eq([0, []])
    end
  end

  it "pays each driver from his operating company, on its own statement and in its own batch of the " \
       "bank's file" do
    earned
    earned("Nora Brandvold", tractor: "T-102", trailer: "V-202")
    id = open_run
    companies =
      clerk.call(
        :post,
        "/api/operating-companies",
        {
          key: "add company",
          name: "Snake Plain Lines",
          town: "Burley",
          state: "ID",
          zip: "83318",
          bank_company_id: "1820000002"
        }
      )
    expect(
      clerk.call(:post, "/api/operating-companies", { key: "add company 2", name: "Snake Plain Lines" })[
        :error
      ]
    ).to include(code: "name_taken", path: "/name")
    expect(
      clerk.call(
        :put,
        "/api/operating-companies/#{companies.first[:id]}",
        { key: "stale company", version: 9, name: "Other" }
      )[
        :error
      ]
    ).to include(code: "stale")
    clerk.call(
      :put,
      "/api/drivers/#{driver_id}/operating-company",
      { key: "over to them", operating_company_id: companies.first[:id] }
    )
    expect(
      [statement(id)[:company], statement(id)[:company_address], statement(id, "Nora Brandvold")[:company]]
    ).to eq(["Snake Plain Lines", "Burley, ID, 83318", "Juniper Fork Haulage"])
    clerk.call(
      :put,
      "/api/pay-settings",
      { bank_name: "First Bank", bank_routing: "123103729", bank_company_id: "1820000001" }
    )
    ["Wade Ferris", "Nora Brandvold"].each do |name|
      clerk.call(
        :post,
        "/api/drivers/#{driver_id(name)}/bank-account",
        { key: "bank #{name}", routing: "123103716", account: "0012345678", kind: "checking" }
      )
    end
    let_all_be_made(by: greta)
    DB[:bank_accounts].update(prenote_on: now.to_date - 7)
    lock(id)
    bonus = {
      key: "only theirs",
      operating_company_id: companies.first[:id],
      kind: "earning",
      label: "Bonus",
      amount: "10.00",
      due_on: "2026-11-22"
    }
    expect(clerk.call(:post, "/api/one-time/preview", bonus)[:rows].map { |row| row[:driver] }).to eq(
      ["Wade Ferris"]
    )
    file = api(greta).call(:post, "/api/pay-runs/#{id}/deposit", { key: "a file for both" })[:file]
    expect(
      file.lines.select { |line| line.start_with?("5") }.map { |line| [line[4, 16].strip, line[40, 10]] }
    ).to contain_exactly(["JUNIPER FORK HAU", "1820000001"], ["SNAKE PLAIN LINE", "1820000002"])
    clerk.call(
      :put,
      "/api/drivers/#{driver_id}/operating-company",
      { key: "and back again", operating_company_id: nil }
    )
    expect(statement(id)[:company]).to eq("Snake Plain Lines")
  end

  # 49 CFR 376.12(g)
  it "gives an owner-operator who is paid by percent what the freight bill says, on screen and on paper" do
    load_id, = earned
    DB[:drivers].where(id: driver_id).update(employment: "owner_operator")
    DB[:pay_plans].update(basis: "percent", percent: 70, percent_of: Sequel.pg_array(["Detention"], :text))
    DB[:accessorials].insert(load_id:, position: 0, label: "Detention at Pendleton, 60 min", amount: 50)
    DB[:loads].where(id: load_id).update(total: Sequel[:total] + 50, accessorial_total: 50)
    Work::Pay::EarnTrip.correct_load(load_id, now:)
    id = open_run
    load = load(load_id)
    charges = [
      include(label: "Line haul"),
      include(label: "Fuel surcharge"),
      { label: "Detention at Pendleton, 60 min", amount: "50.00" }
    ]
    expect(statement(id)[:freight_bills]).to match(
      [include(number: load[:number], total: Money.text(Money.cents(load[:total])), lines: charges)]
    )
    expect(lines(id, "earnings").last).to eq(["Detention at Pendleton, 60 min", "35.00"])
    text = PDF::Reader.new(StringIO.new(Papers::Statement.new(statement(id)).render)).pages.map(&:text).join
    expect(text).to include(
      "Freight bills",
      "Detention at Pendleton, 60 min",
      statement(id)[:freight_bills].first[:total]
    )
    expect(text).not_to include("Treasure Basin") # whose freight it was may be left out
  end

  it "looks before a gift to many at every net, and lets a second person give it" do
    earned
    earned("Nora Brandvold", tractor: "T-102", trailer: "V-202")
    id = open_run
    alone_up_to(drivers: 1)
    bonus = {
      key: "bonus for all",
      driver_ids: [],
      kind: "earning",
      label: "Safe quarter",
      amount: "100.00",
      due_on: "2026-12-20",
      parts: 2
    }
    expect(clerk.call(:post, "/api/one-time/preview", bonus)).to include(
      second_person: true,
      rows: [include(driver: "Nora Brandvold"), include(driver: "Wade Ferris")]
    )
    asked = clerk.call(:post, "/api/one-time", { **bonus, due_on: "2026-11-22" })
    expect([asked[:given], lines(id, "earnings").map(&:first)]).to eq(
      [0, ["Loaded miles", "Empty miles"].first(lines(id, "earnings").length)]
    )
    expect(clerk.call(:get, "/api/pay-changes")).to match(
      [include(title: "Safe quarter", what: "2 drivers, $200.00 moved")]
    )
    api(greta).call(
      :post,
      "/api/pay-changes/#{asked[:change_id]}/answer",
      { key: "let it be given", status: "made" }
    )
    expect(lines(id, "earnings").last).to eq(["Safe quarter", "50.00"])
  end

  it "puts a trip on one of two drafts, the earlier, and gives the later what that leaves when it is " \
       "locked" do
    earned
    later =
      Work::Pay::OpenPayRun.call({ from: Date.new(2026, 11, 29), to: Date.new(2026, 12, 5) }, by: inez, now:)
    expect(run(later)[:rows].length).to eq(1)
    id = open_run
    alone_up_to(dollars: 900)
    expect([run(id)[:rows].length, run(later)[:rows]]).to eq([1, []])
    clerk.call(
      :post,
      "/api/one-time",
      {
        key: "more than there is",
        driver_ids: [driver_id],
        kind: "deduction",
        label: "Strap",
        amount: "900.00",
        due_on: "2026-11-22"
      }
    )
    lock(id)
    expect(statement(later)[:short]).to match([include(label: "Strap", carried: true)])
  end

  it "says what a statement differs in from the one before" do
    [0, 1].each { |weeks| earned(weeks:) }
    lock(open_run)
    clerk.call(
      :post,
      "/api/one-time",
      {
        key: "a strap was lost",
        driver_ids: [driver_id],
        kind: "deduction",
        label: "Strap",
        amount: "9.00",
        due_on: "2026-11-29"
      }
    )
    second =
      Work::Pay::OpenPayRun.call({ from: Date.new(2026, 11, 29), to: Date.new(2026, 12, 5) }, by: inez, now:)
    against = statement(second)[:against]
    expect(against).to include(
      from: "2026-11-22",
      rows: include({ label: "Strap", before: "0.00", now: "-9.00" })
    )
    difference = against[:rows].sum { |row| BigDecimal(row[:now]) - BigDecimal(row[:before]) }
    expect(BigDecimal(statement(second)[:net]) - BigDecimal(against[:net])).to eq(difference)
  end

  it "builds a large run in the worker, is not approved before it is whole, and draws its statements there" do
    earned
    stub_const("Work::Pay::OpenPayRun::AT_ONCE", 0)
    id = open_run
    expect(run(id)).to include(rows: [], building: { built: 0, of: 1 })
    expect(
      clerk.call(:post, "/api/pay-runs/#{id}/approve", { key: "approve early", total_net: "0.00" })[:error]
    ).to include(code: "still_building")
    2.times { Jobs::BuildLargeRun.call(id) } # killed and run again, it changes nothing
    expect(run(id)).to include(building: nil, rows: [include(trips: 1)])
    ask = -> { clerk.call(:post, "/api/pay-runs/#{id}/statements-file", { key: "draw #{rand}" }) }
    file = ask.call
    expect([file, ask.call[:id]]).to match([include(made: 0, total: 1, ready: false), file[:id]])
    2.times { Jobs::DrawStatements.call(file[:id]) }
    expect(clerk.call(:get, "/api/pay-files/#{file[:id]}")).to include(made: 1, ready: true)
    expect(
      PDF::Reader.new(StringIO.new(clerk.call(:get, "/api/pay-files/#{file[:id]}/file"))).pages.first.text
    ).to include("Wade Ferris")
    expect(ask.call).to include(made: 0, ready: false) # figures may have moved: it is drawn anew
  end
end
