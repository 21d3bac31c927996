# frozen_string_literal: true

# Partner carriers for a list, a record, a load and a bill.
module Reads::Partners
  # row - of partners; insurances - rows; register - { heard_at:, said: Core::Partners::Registered or nil }, or nil
  # where it was never asked; score - Core::Partners::Score; bank - row without its numbers, or nil; findings - of a
  # load that wants nothing special, on this day
  One = Core::Value.of(:row, :insurances, :register, :score, :bank, :findings)

  # So many are read at once: who has more finds the others by name.
  MOST = 200

  # By name, with what is found of each today.
  def self.all(query = nil, now:)
    rows = Store::Words.find(DB[:partners], query).order(:name).limit(MOST).all
    ones(rows, now)
  end

  # Raises Store::NotFound.
  def self.one(id, now:)
    row = DB[:partners].first(id:) or raise Store::NotFound.new("partner", id)
    ones([row], now).first
  end

  def self.ones(rows, now)
    ids = rows.map { |row| row[:id] }
    insurances = Store::Partners.insurances(ids).to_hash_groups(:partner_id)
    heard = DB[:partner_register].where(partner_id: ids).to_hash(:partner_id)
    scores = Reads::Partners::Scores.of(ids)
    banks = DB[:partner_bank_accounts].where(partner_id: ids).to_hash(:partner_id)
    findings = today(ids, now)
    rows.map do |row|
      id = row[:id]
      One.new(
        row: row.except(:tax_number, :search_text).merge(tax_number_known: !row[:tax_number].nil?),
        insurances: insurances[id] || [],
        register:
          heard[id] &&
            { heard_at: heard[id][:heard_at], said: Store::Partners::Facts.registered(heard[id][:said]) },
        score: scores.fetch(id),
        bank: banks[id] && { **banks[id], ends: Store::Sealed.unseal(banks[id][:account])[-4..] },
        findings: findings.fetch(id)
      )
    end
  end

  # What would be found for a load of nothing special today.
  def self.today(ids, now)
    day = Store::Company.day_of(now)
    freight =
      Core::Partners::Freight.new(
        first_on: day,
        last_on: day,
        value_cents: nil,
        trailer_kind: nil,
        hazmat: false,
        oversize: false
      )
    Store::Partners::Facts
      .partners(ids)
      .transform_values do |partner|
        Core::Partners.judge(partner, freight, rules: Store::Partners::Facts.rules, as_of: now, today: day)
      end
  end
  private_class_method :ones, :today

  # Raises Store::NotFound.
  def self.certificate(id) =
    DB[:partner_insurances].where(id:).exclude(content: nil).select(:content_type, :content).first ||
      raise(Store::NotFound.new("certificate", id))

  def self.rules = Store::Partners.rules

  # A version of a trip's confirmation; the last where none is named. Raises Store::NotFound.
  def self.confirmation(trip_id, number = nil)
    rows = DB[:partner_confirmations].where(trip_id:)
    rows = rows.where(number:) if number
    rows.reverse(:number).first || raise(Store::NotFound.new("confirmation", trip_id))
  end
end
