# frozen_string_literal: true

require "app_helper"

# Refusals that no errand meets by itself: each by its act, with the code and the path that the page shows it
# at.
RSpec.describe Work do
  before { terminal_id }

  def soon = now + (6 * Given::HOUR)
  def silent = driver_id("Mute Larson", phone: "")
  def week = { from: Date.new(2026, 11, 22), to: Date.new(2026, 11, 28) }

  def reposition(driver: driver_id, at: soon) =
    Work::Freight::Reposition.call(
      { driver_ids: [driver], tractor_id: unit_id, trailer_id: nil, where: "97801", at:, notes: "" },
      by: maren,
      now:
    )

  describe Work::Freight do
    it "gives no load to a driver whom nobody knows, nor one that has a crew" do
      load_id = book
      expect {
        Work::Freight::CrewLoad.call(load_id, crew.merge(driver_ids: [0]), by: maren, now:)
      }.to refuse("unknown_driver", "/driver_ids")
      Work::Freight::CrewLoad.call(load_id, crew, by: maren, now:)
      expect { Work::Freight::CrewLoad.call(load_id, crew, by: maren, now:) }.to refuse("already_crewed", "")
    end

    it "sends nothing to a driver without a telephone number" do
      load_id = book
      Work::Freight::CrewLoad.call(load_id, crew.merge(driver_ids: [silent]), by: maren, now:)
      expect { Work::Freight::SendLoad.call(load_id, {}, by: maren, now:) }.to refuse("no_phone", "")
      expect { reposition(driver: silent) }.to refuse("no_phone", "/driver_ids")
      expect { Work::Tracking::SendMessage.call(silent, { body: "Hi" }, by: maren, now:) }.to refuse(
        "no_phone",
        ""
      )
    end

    it "bills nobody who pays no bills" do
      other =
        add(:customers, name: "Only a consignee", town: "Payette", state: "ID", zip: "83661", payer: false)
      expect { book(customer_id: other) }.to refuse("not_a_payer", "/customer_id")
    end

    it "asks where a stop is" do
      nowhere = booking
      nowhere[:stops][1] = nowhere[:stops][1].merge(where: " ")
      expect { Work::Freight::BookLoad.call(nowhere, by: maren, now:) }.to refuse(
        "place_missing",
        "/stops/1/where"
      )
    end

    it "sends an empty truck nowhere in the past, and calls off no trip with a load" do
      expect { reposition(at: now) }.to refuse("in_past", "/at")
      _, trip_id = sent
      expect { Work::Freight::Reposition.call_off(trip_id, { why: "No more" }, by: maren, now:) }.to refuse(
        "not_empty",
        ""
      )
    end

    it "takes off no stop that is a load's, and not the only one of an empty trip" do
      _, trip_id = sent
      stop_id = DB[:trip_stops].where(trip_id:).get(:stop_id)
      remove = ->(id, stop) { Work::Freight::OwnStop.remove(id, stop, { why: "No more" }, by: maren, now:) }
      expect { remove.call(trip_id, stop_id) }.to refuse("not_ours", "")
    end

    it "takes off no stop of our own that the truck has been at" do
      _, trip_id = sent
      after = DB[:trip_stops].where(trip_id:).order(:position).get(:stop_id)
      yard = { key: "yard", kind: "yard", where: "97914", after: }
      Work::Freight::OwnStop.add(trip_id, yard, by: maren, now:)
      own = Store::Freight.trip_stops(trip_id).all.find { |row| row[:load_id].nil? }
      check_in(trip_id, "accepted")
      check_in(trip_id, "on_my_way")
      check_in(trip_id, "arrived", stop_id: own[:stop_id], at: now + Given::HOUR)
      expect do
        Work::Freight::OwnStop.remove(trip_id, own[:stop_id], { why: "No more" }, by: maren, now:)
      end.to refuse("passed", "")
    end

    it "joins no trip that has stops of its own" do
      _, trip_id = sent(size: "partial")
      Work::Freight::OwnStop.add(
        trip_id,
        { key: "yard", kind: "yard", where: "97914", after: DB[:trip_stops].where(trip_id:).min(:stop_id) },
        by: maren,
        now:
      )
      other = book(size: "partial")
      expect { Work::Freight::JoinTrip.call(other, { trip_id: }, by: maren, now:) }.to refuse(
        "has_own_stops",
        "/trip_id"
      )
    end

    it "undoes no relay where there is none" do
      load_id, = sent
      expect { Work::Freight::UndoRelay.call(load_id, { why: "No more" }, by: maren, now:) }.to refuse(
        "nothing_to_undo",
        ""
      )
    end
  end

  describe Work::Match do
    it "gives no load that was changed since it was looked at" do
      load_id = book
      version = load(load_id)[:version]
      input = crew.merge(version: version - 1)
      expect { Work::Match::GiveLoad.call(load_id, input, by: maren, now:) }.to refuse(
        "changed_since",
        "/version"
      )
    end

    it "swaps a load with another one only" do
      load_id, = sent
      expect { Work::Match::SwapCrews.call(load_id, { load_id:, why: "Why" }, by: maren, now:) }.to refuse(
        "same_load",
        "/load_id"
      )
    end

    [0, -60, (14 * 86_400) + 1].each do |seconds|
      it "puts nothing off by #{seconds} seconds" do
        input = { what: "x", until: now + seconds, why: "Later" }
        expect { Work::Match::Snooze.call(input, by: maren, now:) }.to refuse("snooze_length", "/until")
      end
    end

    it "changes no rule that there is none of" do
      input = { version: 1, effects: [{ code: "weather", effect: "block" }] }
      expect { Work::Match::ChangeRules.call(input, by: maren, now:) }.to refuse(
        "unknown_rule",
        "/effects/0/code"
      )
    end

    it "hands over no driver whom nobody knows" do
      input = { to_id: maren.id, driver_ids: [driver_id, 0], note: "" }
      expect { Work::Match::HandOver.call(input, by: maren, now:) }.to refuse("unknown_driver", "/driver_ids")
    end
  end

  describe Work::Hours do
    it "plans a load for somebody" do
      expect { Work::Hours::PlanLoad.call(book, {}, now:) }.to refuse("no_driver", "/driver_id")
    end
  end

  describe Work::Fleet do
    it "lets no days off and no paper end before they begin" do
      days = { from_on: Date.new(2026, 11, 24), to_on: Date.new(2026, 11, 23), why: "" }
      expect { Work::Fleet::DaysOff.take(driver_id, days, by: maren, now:) }.to refuse(
        "dates_reversed",
        "/to_on"
      )
      paper = {
        kind: "registration",
        number: "1",
        issued_on: Date.new(2026, 11, 24),
        expires_on: Date.new(2026, 11, 23)
      }
      expect { Work::Fleet::KeepCredential.call(:units, unit_id, paper, by: maren, now:) }.to refuse(
        "dates_reversed",
        "/expires_on"
      )
    end
  end

  describe Work::Tracking do
    it "keeps no empty note, and puts right no step that is none" do
      _, trip_id = sent
      check_in(trip_id, "accepted", key: "yes")
      check_in(trip_id, "note", key: "said", note: "Gate 4")
      tell = ->(kind, **more) do
        Work::Tracking::CheckIn.call(trip_id, { kind:, done_at: now, **more }, driver:, now:)
      end
      expect { tell.call("note", note: " ") }.to refuse("note_missing", "/note")
      expect { tell.call("corrected", corrects: "said", note: "Wrong") }.to refuse(
        "nothing_to_correct",
        "/corrects"
      )
    end

    it "charges no wait to a load whose invoice is out" do
      load_id, trip_id = sent
      stop_id = DB[:trip_stops].where(trip_id:).min(:stop_id)
      id = DB[:detention_claims].insert(trip_id:, stop_id:, minutes: 60, charge: 40, at: now)
      DB[:loads].where(id: load_id).update(status: "cancelled", cancel_reason: "No freight")
      expect { Work::Tracking::Detain.settle(id, {}, by: maren, now:) }.to refuse("invoiced", "")
    end

    it "takes back no step from the cab once the trip is delivered" do
      _, trip_id = sent
      deliver(trip_id)
      later = now + (8 * Given::HOUR)
      key = DB[:check_ins].where(trip_id:, kind: "delivered").get(:key)
      expect do
        Work::Tracking::CheckIn.call(
          trip_id,
          { kind: "withdrawn", done_at: later, corrects: key, note: "Not yet" },
          driver:,
          now: later
        )
      end.to refuse("too_late", "/kind")
    end
  end

  describe Work::Pay do
    def deduction(**more) =
      Work::Pay::KeepDeduction.preview(
        nil,
        {
          label: "Rent",
          basis: "flat",
          per: "period",
          amount: BigDecimal(40),
          priority: 1,
          if_short: "take_part",
          from_on: week[:from],
          drivers: [],
          everyone: true,
          **more
        },
        now:
      )

    it "asks which units a deduction by the unit is for, and for how much another is" do
      expect { deduction(basis: "per_unit") }.to refuse("tag_missing", "/tag")
      expect { deduction(tag: "tractor") }.to refuse("tag_missing", "/tag")
      expect { deduction(amount: nil) }.to refuse("amount_missing", "/amount")
    end

    it "gives a card to a driver or a unit, to one of the two" do
      [{}, { driver_id: 1, unit_id: 1 }].each do |whose|
        input = { number: "1", driver_id: nil, unit_id: nil, **whose }
        expect { Work::Pay::SettleCard.keep_card(input, by: inez, now:) }.to refuse("of_one", "/driver_id")
      end
    end

    it "gives nothing back of which nothing is kept" do
      input = { deduction_id: 0, ended_on: Date.new(2026, 11, 20) }
      expect { Work::Pay::Escrow.give_back(driver_id, input, by: inez, now:) }.to refuse(
        "nothing_kept",
        "/deduction_id"
      )
    end

    it "pushes what is on a statement, and pulls what was pushed" do
      driver_id
      Work::Pay::OneTime.give(
        {
          driver_ids: [driver_id],
          kind: "reimbursement",
          label: "Boots",
          note: "",
          amount: BigDecimal(10),
          due_on: Date.new(2026, 12, 31)
        },
        by: inez,
        now:
      )
      part_id = DB[:pay_item_parts].get(:id)
      expect { Work::Pay::OneTime.push(part_id, {}, by: inez, now:) }.to refuse("not_due", "")
      expect { Work::Pay::OneTime.pull(part_id, {}, by: inez, now:) }.to refuse("not_pushed", "")
    end

    it "pays from a bank that the company has told" do
      run_id = Work::Pay::OpenPayRun.call(week, by: inez, now:)
      DB[:pay_runs].where(id: run_id).update(status: "approved", approved_at: now, approved_by: "Inez")
      expect { Papers::DepositFile.new(run_id, now:) }.to refuse("no_bank", "")
    end

    it "opens no run again on which a later one rests" do
      first, second =
        [0, 7].map do |days|
          dates = week.transform_values { |date| date + days }
          Work::Pay::OpenPayRun
            .call(dates, by: inez, now: now + (days * 86_400))
            .tap do |run_id|
              DB[:pay_runs].where(id: run_id).update(
                status: "approved",
                approved_at: now,
                approved_by: "Inez"
              )
            end
        end
      expect(second).to be > first
      expect { Work::Pay::ApprovePayRun.reopen(first, { why: "Wrong" }, by: inez, now:) }.to refuse(
        "later_locked",
        ""
      )
    end

    it "stops at books that do not add up" do
      allow(Work::Pay::ProveBooks).to receive(:call).and_return(["Posting 4 is 0.01 off."])
      _, trip_id = sent
      deliver(trip_id)
      keep_photo(trip_id)
      run_id = Work::Pay::OpenPayRun.call(week, by: inez, now:)
      Work::Pay::Items.act(
        run_id,
        { ids: DB[:trip_earnings].select_map(:id), act: "approve" },
        by: inez,
        now:
      )
      total_net = Web::Pay::RunJson.of(run_id)[:net]
      expect { Work::Pay::ApprovePayRun.call(run_id, { total_net: }, by: inez, now:) }.to refuse(
        "books_wrong",
        ""
      )
      expect(Store::Pay.run(run_id)[:status]).to eq("draft")
    end
  end

  describe Work::Permits do
    def days = { valid_from: Date.new(2026, 11, 30), valid_to: Date.new(2026, 12, 4) }

    def permit(**more)
      load_id = book(size: "full")
      file_id =
        DB[:permit_files].insert(
          load_id:,
          starts_on: Date.new(2026, 11, 30),
          width_in: 144,
          height_in: 162,
          length_in: 900,
          gross_lb: 90_000,
          way: Store::Permits.way(load_id),
          what: "A boiler",
          made_by: "Maren",
          made_at: now,
          attested_at: now,
          attested_by: "Maren"
        )
      [load_id, DB[:permits].insert(file_id:, jurisdiction: "ID", kind: "oversize", fee: 40, **more)]
    end

    it "makes a file of freight whose sizes are known" do
      load_id = book(freight: [{ what: "A boiler", pieces: 1, unit: "pieces" }])
      expect { Work::Permits::MakeFile.call(load_id, {}, by: maren, now:) }.to refuse(
        "no_dimensions",
        "/freight"
      )
    end

    it "sends what is left to send" do
      load_id, = permit(status: "issued", number: "ID1", **days)
      expect { Work::Permits::Apply.to_offices(load_id, {}, by: maren, now:) }.to refuse(
        "nothing_to_send",
        ""
      )
    end

    it "sends back what an office asks about alone, with its answer, and not with all the others" do
      load_id, asked = permit(status: "asked")
      expect { Work::Permits::Apply.to_offices(load_id, {}, by: maren, now:) }.to refuse(
        "nothing_to_send",
        ""
      )
      Work::Permits::Apply.to_offices(load_id, { permit_id: asked, answer: "53 ft" }, by: maren, now:)
      expect(DB[:permits].where(id: asked).get(%i[status answer])).to eq(["sent", "53 ft"])
    end

    it "pays an office that was not asked by us where its receipt is told" do
      _, id = permit(status: "issued", number: "ID1", **days)
      input = { permit_ids: [id], method: "balance" }
      expect { Work::Permits::Pay.start(input, by: maren, now:) }.to refuse("no_interface", "/method")
    end

    it "amends what an office has issued for this load" do
      _, draft = permit(status: "draft")
      expect { Work::Permits::Amend.call(draft, {}, by: maren, now:) }.to refuse("not_issued", "")
      held =
        DB[:annual_permits].insert(
          jurisdiction: "ID",
          number: "Y1",
          width_in: 144,
          height_in: 174,
          length_in: 1320,
          gross_lb: 90_000,
          valid_from: Date.new(2026, 1, 1),
          valid_to: Date.new(2026, 12, 31),
          made_by: "Maren",
          made_at: now
        )
      DB[:permits].where(id: draft).update(annual_permit_id: held, status: "issued", number: "Y1", **days)
      expect { Work::Permits::Amend.call(draft, {}, by: maren, now:) }.to refuse("held_permit", "")
    end
  end

  describe Work::Company do
    it "is set up with the code that the first start printed" do
      DB[:company].update(setup_code_digest: Digest::SHA256.hexdigest("RIGHT"))
      input = { code: "wrong", company: "X", name: "Y", email: "y@x.example", password: Given::PASSWORD }
      expect { Work::Company::SetUp.call(input, now:) }.to refuse("wrong_code", "/code")
    end
  end
end
