# frozen_string_literal: true

require_relative "../stand_ins/register/carriers"

# Eight partner carriers: some whose papers hold, one whose cargo insurance lapses in two days, one of three weeks' age
# with a changed bank account.
class Demo::Partners
  HOUR = 3600
  # number => trailers, town, lanes, what of the record is not as usual
  RECORDS = {
    "MC9100001" => [
      %w[dry_van flatbed],
      "Twin Falls",
      "ID",
      [%w[ID OR 2.15], %w[ID WA 2.25]],
      { quick: true }
    ],
    "MC9100002" => [%w[flatbed step_deck], "Lewiston", "ID", [%w[ID WA 2.35], %w[WA ID 2.05]], {}],
    "MC9100003" => [%w[flatbed], "Ontario", "OR", [%w[ID OR 2.05]], {}],
    "MC9100004" => [
      %w[dry_van],
      "Rexburg",
      "ID",
      [%w[ID OR 1.60], %w[ID UT 1.55]],
      { taken_on_days: 18, bank: true }
    ],
    "MC9100005" => [%w[dry_van reefer], "Pullman", "WA", [%w[WA ID 2.10]], { w9_on: nil }],
    "MC9100006" => [%w[reefer], "Mackay", "ID", [%w[ID UT 2.60]], {}],
    "MC9100007" => [%w[dry_van], "Rock Springs", "WY", [%w[ID WY 2.20]], {}],
    "MC9100008" => [%w[dry_van], "Ogden", "UT", [%w[ID UT 2.00]], { phone: "801-555-0199" }]
  }.freeze

  # customers - ids; maren, clerk - Work::Actor
  def initialize(customers, maren, clerk, now)
    @customers = customers
    @maren = maren
    @clerk = clerk
    @now = now
  end

  def load
    @ids = RECORDS.to_h { |number, told| [number, take_on(number, *told)] }
    rules
    Demo::PartnerLoads.new(@customers, @ids, @maren, @clerk, @now).load
  end

  private

  def take_on(number, trailer_kinds, town, state, lanes, other)
    said = StandIns::Carriers.of(number)
    at = @now - (other.fetch(:taken_on_days, 400) * 86_400)
    record = { key: "demo-partner-#{number}", authority_number: number, trailer_kinds:, town:, state: }
    record.update(reached(said, other), agreed(at.to_date, lanes, other))
    id = Work::Partners::KeepPartner.take_on(record, by: @maren, now: at)
    papers(id, number, said)
    bank(id) if other[:bank]
    id
  end

  def reached(said, other) =
    {
      name: said["name"],
      phone: other.fetch(:phone, said["phone"]),
      email: "dispatch@#{said["name"].downcase.delete(" ")}.example",
      address: said["address"].split(",").first
    }

  def agreed(day, lanes, other) =
    {
      lanes: lanes.map { |from, to, rate| { from:, to:, kind: "per_mile", rate: } },
      agreement_on: day,
      w9_on: other.fetch(:w9_on, day),
      terms_days: 30,
      **(other[:quick] ? { quick_pay_days: 2, quick_pay_percent: "3" } : {})
    }

  # The certificates as they came with the agreement: what an insurer has taken back since stands in the register alone.
  def papers(id, number, said)
    said["insurances"].each do |row|
      told = row.transform_keys(&:to_sym).slice(:kind, :limit, :insurer, :policy)
      days = { from_on: Date.new(2026, 1, 1), expires_on: Date.iso8601(row["expires_on"]) }
      certificate = { key: "demo-#{number}-#{row["kind"]}", **told, **days }
      Work::Partners::KeepInsurance.add(id, certificate, by: @maren, now: @now - 86_400)
    end
    Work::Partners::TakeRegister.call(id, number, said, now: @now - (5 * HOUR))
  end

  def bank(id) =
    Work::Partners::KeepBank.keep(
      id,
      { key: "demo-bank-#{id}", routing: "021000021", account: "4400119276", kind: "checking" },
      by: @clerk,
      now: @now - (3 * 86_400)
    )

  def rules
    usual = Store::Partners.rules.slice(*Work::Partners::KeepRules::FIELDS)
    money = Work::Partners::KeepRules::MONEY.to_h { |name| [name, usual[name]&.to_s("F")] }
    Work::Partners::KeepRules.call(
      { **usual, **money, broker_number: "MC9100000", version: 0 },
      by: @maren,
      now: @now - (300 * 86_400)
    )
  end
end
