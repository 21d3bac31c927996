# frozen_string_literal: true

require "app_helper"

# Permits hold for what moves: what an office saw is what its answer is for, whatever the file says by then.
RSpec.describe Work::Permits do
  include_context "with a permit desk"

  def send_it(load_id, by: maren, **more) =
    api(by).call(:post, "/api/loads/#{load_id}/send", { key: "send #{load_id} #{rand}", **more })
  def anew(load_id, **more) =
    clerk.call(:post, "/api/loads/#{load_id}/permits/ask-anew", { key: "anew #{load_id} #{rand}", **more })
  # The application with an office as the office itself has it.
  def seen_by(jurisdiction) =
    offices
      .instance_variable_get(:@applications)
      .values
      .select { |row| row["state"] == jurisdiction }
      .map { |row| [row["form"]["vehicle"]["width_in"], row["withdrawn"] || false] }

  it "records nothing as issued for what the office did not see" do
    load_id = pump_house
    made(load_id)
    attest(load_id)
    apply(load_id)
    # Corrected before the offices were reached: they hear what was attested, and their answers are for that.
    put_right(load_id, width_in: 174)
    work
    expect([seen_by("MT"), seen_by("ID")]).to eq([[[168, false]], [[168, false]]])
    expect(states(load_id)).to eq("MT" => "issued", "ID" => "issued")
    said = "is for 14 ft wide, and this is 14 ft 6 in."
    expect(file(load_id)[:gaps]).to contain_exactly(
      a_string_matching(/\AMT: permit MT\d+P #{said}\z/),
      a_string_matching(/\AID: permit ID\d+P #{said}\z/)
    )
    expect(send_it(load_id)[:error]).to include(code: "permits_missing", message: a_string_including(said))
    expect(client_missing(load_id)).to include(a_string_including(said))
  end

  def client_missing(load_id) =
    api(maren).call(:get, "/api/loads/#{load_id}")[:missing].map { |one| one[:text] }

  it "takes back what is under way for less, and asks anew, in one act; once" do
    load_id = pump_house(freight: [freight.first.merge(width_in: 230)])
    made(load_id)
    attest(load_id)
    apply(load_id)
    work
    expect(states(load_id).values.uniq).to eq(["review"])
    expect(anew(load_id)[:error]).to include(code: "nothing_behind")
    put_right(load_id, width_in: 234)
    expect(anew(load_id)[:error]).to include(code: "not_attested")
    attest(load_id)
    expect(file(load_id)[:permits].map { |one| one[:asked_less] }).to eq(["the width"] * 2)
    2.times { anew(load_id, key: "anew, tapped twice") }
    expect(states(load_id)).to eq("MT" => "sent", "ID" => "sent")
    2.times { work }
    expect([seen_by("MT"), seen_by("ID")]).to eq([[[230, true], [234, false]]] * 2)
    expect(file(load_id)[:permits].map { |one| [one[:status], one[:asked_less]] }).to eq(
      [["review", nil]] * 2
    )
  end

  it "gives up what was issued for less, with a reason, and asks for what it is now" do
    load_id = pump_house
    first = issued(load_id)
    put_right(load_id, width_in: 230)
    attest(load_id)
    expect(file(load_id)[:permits].map { |one| one.values_at(:asked_less, :gives_up) }).to eq(
      [["the width", true]] * 2
    )
    expect(anew(load_id)[:error]).to include(code: "reason_missing", path: "/why")
    anew(load_id, why: "Measured anew")
    # Of the kind that this size asks for.
    expect(file(load_id)[:permits].map { |one| one.values_at(:status, :kind) }).to include(%w[sent superload])
    expect(DB[:permits].where(id: first.map { |one| one[:id] }).select_map(:status).uniq).to eq(["cancelled"])
  end

  it "amends what its state lets change, and asks for no reason then" do
    other = pump_house
    issued(other)
    tractor = unit_id("T-102", plate: "JF1002", plate_state: "ID", tare_lb: 19_000)
    DB[:permit_files].where(load_id: other).update(tractor_id: tractor)
    put_right(other)
    attest(other)
    anew(other)
    expect(file(other)[:permits].map { |one| one.values_at(:jurisdiction, :status, :amends) }).to include(
      ["MT", "issued", false],
      ["MT", "sent", true]
    )
  end

  it "owes what was issued before it could be taken back, and moves nothing on it" do
    load_id = pump_house
    made(load_id)
    attest(load_id)
    apply(load_id)
    # The offices have issued it, and their answer has not come in yet.
    allow(Net::HTTP).to(receive(:start).and_wrap_original { |_, *, **, &request| request.call(self) })
    DB[:permits].all.each do |permit|
      Jobs::AskOffice.hand_in(Services::PermitOffice.new(permit[:jurisdiction]), permit)
    end
    put_right(load_id, width_in: 172)
    attest(load_id)
    anew(load_id)
    work
    gone = DB[:permits].where(status: "cancelled", jurisdiction: "MT").first
    expect(gone).to include(
      said: "Issued before it could be taken back.",
      number: a_string_matching(/\AMT\d+P\z/)
    )
    expect(gone[:issued_for]["width_in"]).to eq(168)
    expect(DB[:permits].where(status: "issued").select_map(Sequel.lit("issued_for->>'width_in'"))).to eq(
      %w[172 172]
    )
    expect(file(load_id)[:gaps]).to eq([])
  end

  it "says who has changed the file since, and not who changed another record of that number" do
    load_id = pump_house
    made(load_id)
    version = file(load_id)[:version]
    api(maren).call(:put, "/api/loads/#{load_id}/permits", { version:, contact: "Maren's desk" })
    stale = clerk.call(:put, "/api/loads/#{load_id}/permits", { version:, width_in: 170 })
    expect(stale[:error]).to include(
      code: "stale",
      message: a_string_starting_with("Maren Holt changed this")
    )
  end

  it "keeps a keyed answer for the version that the paper names, attested or not by now" do
    load_id = pump_house
    made(load_id)
    attest(load_id)
    printed = file(load_id)[:version]
    paper = clerk.call(:get, "/api/permits/#{file(load_id)[:permits].first[:id]}/application")
    expect(PDF::Reader.new(StringIO.new(paper)).pages.map(&:text).join).to include(
      "Version #{printed} of our file"
    )
    put_right(load_id, width_in: 174)
    key_in = ->(**more) do
      clerk.call(
        :post,
        "/api/permits/#{file(load_id)[:permits].first[:id]}/answer",
        {
          key: "keyed #{more}",
          status: "issued",
          number: "M-17",
          fee: "30.00",
          valid_from: "2026-11-25",
          valid_to: "2026-11-29",
          **more
        }
      )
    end
    expect(key_in.call[:error]).to include(code: "not_attested")
    expect(key_in.call(file_version: 99)[:error]).to include(code: "no_such_version", path: "/file_version")
    key_in.call(file_version: printed)
    expect(file(load_id)[:gaps]).to eq(["MT: permit M-17 is for 14 ft wide, and this is 14 ft 6 in."])
  end

  describe "what moves now" do
    let(:load_id) { pump_house }
    let(:gaps) { -> { file(load_id)[:gaps] } }

    before { issued(load_id) }

    it "is held against the plate that the tractor has now, and the trailer that is hooked" do
      expect([gaps.call, client_missing(load_id)]).to match(
        [[], [a_string_including("driver has not been told")]]
      )
      DB[:units].where(id: unit_id("T-101")).update(plate: "JF9999")
      expect(gaps.call.first).to end_with("is for the plate ID JF1001, and the tractor has ID JF9999.")
      DB[:units].where(id: unit_id("T-101")).update(plate: "JF1001")
      other = unit_id("L-502", trailer_kind: "lowboy", length_ft: 53, tare_lb: 18_000)
      DB[:trip_units].where(role: "trailer").update(unit_id: other)
      expect(gaps.call.first).to end_with("is for another trailer.")
    end

    it "is the rig as it weighs, not the freight alone" do
      heavier = unit_id("T-102", tare_lb: 21_000, registered_lb: 80_000)
      DB[:trip_units].where(role: "tractor").update(unit_id: heavier)
      expect(send_it(load_id)[:error][:message]).to include(
        "The load is heavier now than the permit file says.",
        "is for another tractor"
      )
    end

    it "is seen on Today while it rolls, when the freight turns out larger than anybody was told" do
      expect(send_it(load_id)[:status]).to eq("sent")
      trip_id = Store::Freight.live_trip(load_id)[:id]
      at = now + (48 * Given::HOUR)
      %w[accepted on_my_way].each { |kind| check_in(trip_id, kind, at:) }
      Clock.hold(at)
      today = -> { Web::Match::Today.at(at)[:rows].select { |row| row[:kind] == "permits" } }
      expect(today.call).to eq([])
      DB[:freight_lines].where(load_id:).update(height_in: 162)
      expect(today.call).to contain_exactly(
        include(reason: a_string_including("The load is higher now than the permit file says."))
      )
    end
  end

  describe "going all the same" do
    it "is the permit clerk's alone, with a reason, and for exactly what is missing" do
      load_id = pump_house
      made(load_id)
      let_go = ->(by, **more) do
        api(by).call(
          :post,
          "/api/loads/#{load_id}/permits/let-go",
          { key: "let go #{rand}", why: "By telephone", **more }
        )
      end
      expect(send_it(load_id, why: "It is urgent")[:error]).to include(
        code: "permits_missing",
        message: a_string_including("The permit clerk can let it go all the same")
      )
      expect(let_go.call(maren)[:error]).to include(code: "not_allowed")
      expect(let_go.call(tobias, why: "   ")[:error]).to include(code: "reason_missing", path: "/why")
      expect(let_go.call(tobias)[:let_go]).to include(by: "Tobias Reyes", why: "By telephone")
      put_right(load_id, width_in: 240)
      DB[:freight_lines].where(load_id:).update(width_in: 250)
      expect(send_it(load_id)[:error][:message]).to start_with(
        "The load is wider now than the permit file says."
      )
      DB[:freight_lines].where(load_id:).update(width_in: 168)
      expect(send_it(load_id)[:status]).to eq("sent")
    end

    it "is nothing to decide where nothing is missing, and a clerk who dispatches too says why at once" do
      load_id = pump_house
      issued(load_id)
      expect(
        clerk.call(:post, "/api/loads/#{load_id}/permits/let-go", { key: "let it go", why: "For luck" })[
          :error
        ]
      ).to include(code: "nothing_missing")
      other = pump_house(at: now + (200 * Given::HOUR))
      made(other)
      expect(send_it(other, by: tobias)[:error]).to include(code: "permits_missing", path: "/why")
      expect(send_it(other, by: tobias, why: "By telephone")[:status]).to eq("sent")
    end
  end

  it "sends no load that is larger than the law and has no file" do
    load_id = pump_house
    expect(send_it(load_id)[:error]).to include(
      code: "permits_missing",
      message:
        a_string_including("It is 14 ft wide and 15 ft 2 in high on the deck, and it has no permit file.")
    )
  end

  # Whatever is corrected, asked and answered in whatever order. RUNS=200 for more of them.
  it "lets no load go on permits that are for less, in any order of acts" do
    [tobias, maren, driver_id, unit_id("T-101"), unit_id("L-501"), customer_id]
    seed = Integer(ENV.fetch("SEED", "20261130"))
    sent = 0
    wrong =
      Array.new(Integer(ENV.fetch("RUNS", "8"))) do |run|
        DB.transaction(savepoint: true, rollback: :always) do
          move = RandomMove.new(self, Random.new(seed + run))
          found = move.run
          sent += 1 if DB[:loads].where(status: "sent").any?
          found && "#{seed + run}: #{found}"
        end
      end
    expect(wrong.compact).to eq([])
    # Some do go, or nothing was tried.
    expect(sent).to be_positive
  end

  it "begins on the day of the pickup, until a clerk says another" do
    load_id = pump_house
    made(load_id)
    day = ->(id = load_id) { file(id).values_at(:starts_on, :starts_fixed) }
    before = Date.iso8601(day.call.first)
    later =
      lambda do |hours|
        from = now + (hours * Given::HOUR)
        Work::Freight::ChangeLoad.call(
          load_id,
          booking(from: "59801", to: "83702", at: from, hours: 60, freight:, trailer_kind: "lowboy").merge(
            version: load(load_id)[:version],
            customer_id: load(load_id)[:customer_id]
          ),
          by: maren,
          now:
        )
      end
    attest(load_id)
    later.call(72)
    expect([day.call, file(load_id)[:attested_at]]).to eq([[(before + 1).iso8601, false], nil])
    put_right(load_id, starts_on: (before + 3).iso8601)
    later.call(96)
    expect(day.call).to eq([(before + 3).iso8601, true])
    # Said to be the load's own again, it follows.
    put_right(load_id, starts_on: (before + 2).iso8601)
    later.call(72)
    expect(day.call).to eq([(before + 1).iso8601, false])
  end

  it "holds for another tractor of the same sizes that the office was told of, and for no other" do
    %w[T-102 T-103].each_with_index do |number, i|
      unit_id(number, plate: "JF100#{i + 2}", plate_state: "ID", tare_lb: 19_000, registered_lb: 90_000)
    end
    load_id = pump_house
    made(load_id)
    put_right(load_id, spare_tractors: [{ number: "T-102", plate: "JF1002", plate_state: "ID" }])
    attest(load_id)
    apply(load_id)
    work
    expect(states(load_id)).to eq("MT" => "issued", "ID" => "issued")
    told = Reads::Permits::Application.of(DB[:permits].first(jurisdiction: "MT"))
    expect(told[:spare_tractors].map { |one| one["plate"] }).to eq(["JF1002"])

    pulled_by = ->(number) do
      Work::Match::RecrewLoad.call(
        load_id,
        { **crew(tractor: number, trailer: "L-501"), key: "pulled by #{number}", why: "Shop" },
        by: maren,
        now:
      )
      file(load_id)[:gaps]
    end
    expect(pulled_by.call("T-102")).to eq([])
    expect(pulled_by.call("T-103")).to include(a_string_including("is for another tractor"))
  end

  it "works the axles out of what the parts weigh, to the file's gross" do
    load_id = pump_house
    made(load_id)
    share = ->(gaps) do
      clerk.call(
        :post,
        "/api/loads/#{load_id}/permits/axle-shares",
        { key: "work it out", spacings_ft: gaps }
      )
    end
    axles = share.call([0, 16, 4.5, 30.5, 4.5])
    expect(axles.sum { |axle| axle[:weight_lb] }).to eq(file(load_id)[:gross_lb])
    expect(axles.map { |axle| axle[:spacing_ft] }).to eq([0, 16, 4.5, 30.5, 4.5])
    expect(share.call([0, 16])[:error]).to include(code: "too_few_axles", path: "/spacings_ft")
  end

  it "says how many pieces there are, and that they stand on each other, to the office and on paper" do
    load_id = pump_house(freight: [freight.first.merge(pieces: 3)])
    made(load_id)
    expect(file(load_id)).to include(pieces: 3, stacked: false)
    put_right(load_id, stacked: true)
    permit = DB[:permits].first(jurisdiction: "MT")
    expect(Reads::Permits::Application.of(permit)[:load]).to include(pieces: 3, stacked: true)
    paper = PDF::Reader.new(StringIO.new(clerk.call(:get, "/api/permits/#{permit[:id]}/application")))
    expect(paper.pages.map(&:text).join).to include("3, standing on each other")
    expect(put_right(load_id, pieces: 1)[:error]).to include(code: "one_piece", path: "/pieces")
  end
end
