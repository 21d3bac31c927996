# frozen_string_literal: true

require "app_helper"

# No one person moves money alone. OWASP ASVS 4.0.3, 11.1; separation of duties is common practice.
RSpec.describe "Two people for money" do
  include Given

  let(:clerk) { api(inez) }
  let(:second) { api(account(%w[settlement_clerk], "Rosa Finch")) }
  let(:administrator) { api(account(%w[administrator], "Greta Lund")) }
  let(:another) { api(account(%w[administrator safety], "Orrin Pike")) }

  def changes(who) = who.call(:get, "/api/pay-changes")
  def answer(who, id, status = "made")
    who.call(:post, "/api/pay-changes/#{id}/answer", { key: "answer #{rand}", status: })
    [who.status, who.status == 200 ? nil : who.error[:code]]
  end

  def ask_rules(who, **changed)
    rules = { limits: true, approve_and_pay: true, bank_account: true }
    input = { key: "rules #{rand}", drivers: 10, dollars: "500.00", rules: }
    who.call(
      :put,
      "/api/two-people",
      input.merge(changed) { |_, old, new| old.is_a?(Hash) ? old.merge(new) : new }
    )
  end

  def locked_run
    id =
      Work::Pay::OpenPayRun.call(
        { key: "run of the week", from: Date.new(2026, 11, 16), to: Date.new(2026, 11, 29) },
        by: inez,
        now:
      )
    clerk.call(
      :post,
      "/api/pay-runs/#{id}/approve",
      { key: "approve it", total_net: clerk.call(:get, "/api/pay-runs/#{id}")[:net] }
    )
    expect(clerk.status).to eq(200)
    id
  end

  describe "limits" do
    it "hold for one driver as for many: an advance, an amount given once, and its later change" do
      id = driver_id
      advance = {
        key: "an advance",
        driver_id: id,
        label: "Engine",
        installments: 4,
        from_on: now.to_date.iso8601
      }
      clerk.call(:post, "/api/advances", { **advance, principal: "500.00" })
      expect([clerk.status, DB[:advances].count, changes(clerk)]).to eq([201, 1, []])
      given = clerk.call(:post, "/api/advances", { **advance, key: "a big advance", principal: "500.01" })
      expect([given[:change_id].class, DB[:advances].count]).to eq([Integer, 1])
      expect(
        clerk.call(:post, "/api/advances", { **advance, key: "a big advance", principal: "500.01" })[
          :change_id
        ]
      ).to eq(given[:change_id])

      once = {
        key: "a bonus once",
        kind: "earning",
        label: "Bonus",
        amount: "500.00",
        driver_ids: [id],
        due_on: now.to_date.iso8601
      }
      expect(clerk.call(:post, "/api/one-time", once)).to eq({ given: 1, change_id: nil })
      bonus = clerk.call(:post, "/api/one-time", { **once, key: "a big bonus", amount: "700.00" })
      expect(bonus).to include(given: 0, change_id: Integer)
      expect(
        clerk.call(:post, "/api/one-time/preview", { **once, key: "look at it", amount: "700.00" })[
          :second_person
        ]
      ).to be(true)

      item = clerk.call(:get, "/api/one-time").first
      grown =
        clerk.call(
          :put,
          "/api/one-time/#{item[:id]}",
          { key: "grow it later", version: item[:version], label: "Bonus", amount: "5000.00" }
        )
      expect(grown).to include(change_id: Integer, rows: [include(amount: "500.00")])
      expect(changes(clerk)).to match(
        [
          include(title: "Engine, Wade Ferris", what: "an advance of $500.01", may_make: false),
          include(title: "Bonus", what: "1 driver, $700.00 moved"),
          include(title: "Bonus, Wade Ferris", what: "$5000.00 instead of $500.00")
        ]
      )

      expect(answer(clerk, given[:change_id])).to eq([422, "same_person"])
      expect(answer(second, given[:change_id])).to eq([200, nil])
      expect(answer(second, given[:change_id])).to eq([422, "answered_already"])
      expect(DB[:advances].select_order_map(:principal)).to eq([500, BigDecimal("500.01")])
      expect(answer(second, bonus[:change_id])).to eq([200, nil])
      expect(answer(administrator, grown[:change_id])).to eq([200, nil])
      expect(DB[:pay_item_parts].select_order_map(:amount)).to eq([700, 5000])
      expect(changes(clerk)).to eq([])
    end

    it "are an administrator's to change, and another's to let be" do
      expect(clerk.call(:put, "/api/pay-settings", { second_person_dollars: "99999.00" })[:error]).to include(
        code: "unknown_key"
      )
      ask_rules(clerk, dollars: "99999.00")
      expect(clerk.status).to eq(403)
      expect(ask_rules(administrator, dollars: "99999.00")).to include(
        dollars: "500.00",
        second_administrator: false
      )
      change = changes(administrator).first
      expect(change).to include(
        what: "from 10 drivers or $99999.00, now from 10 drivers or $500.00",
        may_make: false
      )
      expect(answer(administrator, change[:id])).to eq([422, "same_person"])
      expect(answer(clerk, change[:id])).to eq([422, "administrators_only"])
      expect(changes(clerk).first).to include(
        may_make: false,
        why_not: "Another administrator has to look at it."
      )
      expect(answer(another, change[:id])).to eq([200, nil])
      expect(another.call(:get, "/api/two-people")).to include(
        dollars: "99999.00",
        second_administrator: true
      )
      expect(ask_rules(administrator, dollars: "99999.00")[:error]).to include(code: "nothing_changes")
    end
  end

  it "a rule that two administrators have switched off says since when and by whom, and the books with it" do
    ask_rules(administrator, rules: { approve_and_pay: false })
    expect(changes(another).first[:what]).to eq("Who approves a run does not pay it: off")
    answer(another, changes(another).first[:id])
    expect(clerk.call(:get, "/api/two-people")[:rules]).to include(
      include(rule: "approve_and_pay", on: false, by: "Greta Lund and Orrin Pike", since: be_a(String)),
      include(rule: "bank_account", on: true, since: nil)
    )
    expect(clerk.call(:get, "/api/pay-books")[:switched]).to match(
      [a_string_matching(/\AWho approves a run does not pay it: off since .* by Greta Lund and Orrin Pike\z/)]
    )
  end

  it "who approved a run neither makes the file for the bank nor pays it" do
    DB[:pay_settings].insert(bank_routing: "123103729", bank_company_id: "1820000001")
    _, trip = sent
    deliver(trip)
    keep_photo(trip)
    keep_photo(trip, kind: "pod")
    id = locked_run
    expect(clerk.call(:get, "/api/pay-runs/#{id}")).to include(
      may_pay: false,
      why_not_paid: /You approved this run/
    )
    clerk.call(:post, "/api/pay-runs/#{id}/deposit", { key: "the file itself" })
    expect([clerk.status, clerk.error[:code]]).to eq([422, "approved_it"])
    clerk.call(:post, "/api/pay-runs/#{id}/pay", { key: "pay it now" })
    expect([clerk.status, clerk.error[:code]]).to eq([422, "approved_it"])

    expect(second.call(:get, "/api/pay-runs/#{id}")).to include(may_pay: true, why_not_paid: nil)
    2.times { |i| second.call(:post, "/api/pay-runs/#{id}/deposit", { key: "the file, time #{i}" }) }
    trail = second.call(:get, "/api/audit?kind=pay_run&id=#{id}")
    expect(trail.count { |entry| entry[:act] == "make_deposit" }).to eq(2)
    expect(trail.first[:changes].values.first.last).to match(/\A0\.00 to 0 accounts, 0 prenotes\z/)
    expect(administrator.call(:post, "/api/pay-runs/#{id}/pay", { key: "pay it now too" })).to include(
      status: "paid",
      paid_by: "Greta Lund"
    )
  end

  describe "a changed bank account" do
    def ask_account(number = "998877123456", key: "another account")
      clerk.call(
        :post,
        "/api/drivers/#{driver_id}/bank-account",
        { key:, routing: "123103716", account: number, kind: "checking" }
      )
    end

    it "waits for a second person, is told to the driver and proven before money goes there" do
      expect(ask_account).to include(bank: nil)
      expect(DB[:texts].select_map(%i[phrase to])).to eq([%w[account_changed 208-555-0150]])
      expect(DB[:texts].get(:body)).not_to include("3456")
      expect(changes(clerk)).to match(
        [
          include(
            title: "Another bank account of Wade Ferris",
            what: "checking account that ends in 3456, routing 123103716",
            note: nil
          )
        ]
      )
      ask_account("998877123457", key: "put right at once") # instead of the first
      expect(changes(clerk).length).to eq(1)
      expect(answer(clerk, changes(clerk).first[:id])).to eq([422, "same_person"])
      expect(answer(second, changes(clerk).first[:id])).to eq([200, nil])
      expect(clerk.call(:get, "/api/drivers/#{driver_id}/pay")[:bank]).to include(
        account: "ends in 3457",
        prenote_on: nil
      )
    end

    it "is told on the number that the driver was known by, and whoever looks is told to ring" do
      DB[:drivers].where(id: driver_id).update(phone: "208-555-0150")
      row = api(maren).call(:get, "/api/drivers/#{driver_id}")
      %w[208-555-0666 208-555-0777].each_with_index do |phone, i|
        fields = row.slice(:name, :number, :terminal_id)
        api(maren).call(:put, "/api/drivers/#{driver_id}", { **fields, phone:, version: row[:version] + i })
      end
      DB[:texts].delete
      ask_account
      expect(DB[:texts].select_map(:to)).to eq(["208-555-0150"])
      expect(changes(second).first[:note]).to include("Ring the driver: the telephone number is new too")
    end

    it "stands nowhere in the database as it is typed: not where it waits, not where it is kept, not in the trail" do
      ask_account
      written = -> { DB.tables.flat_map { |table| DB[table].all }.to_s }
      expect(written.call).not_to include("998877123456")
      answer(second, changes(second).first[:id])
      expect(written.call).not_to include("998877123456")
      expect(DB[:pay_changes].get(:sealed)).to be_nil
    end
  end
end
