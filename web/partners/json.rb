# frozen_string_literal: true

# The JSON of partners and of their bills.
module Web::Partners::Json
  Figures = Web::Figures
  ROW = %i[
    id
    version
    name
    authority_number
    usdot_number
    contact
    phone
    email
    address
    town
    state
    zip
    notes
    terms_days
    quick_pay_days
    stopped_why
    tax_number_known
  ].freeze
  SCORE = %i[trips stops on_time_percent offers accepted_percent called_off claims above_lane_percent].freeze
  BILL = %i[id number status quick_pay why version].freeze

  # one - Reads::Partners::One
  def self.one(one)
    row = one.row
    {
      **row.slice(*ROW),
      trailer_kinds: row[:trailer_kinds].to_a,
      lanes: row[:lanes].to_a,
      agreement_on: Figures.iso(row[:agreement_on]),
      w9_on: Figures.iso(row[:w9_on]),
      quick_pay_percent: row[:quick_pay_percent] && Money.rate_text(row[:quick_pay_percent]),
      insurances: one.insurances.map { |insurance| certificate(insurance) },
      register: one.register && register(one.register),
      score: score(one.score),
      bank: one.bank && bank(one.bank),
      findings: one.findings.map(&:to_h)
    }
  end

  def self.certificate(row) =
    {
      **row.slice(:id, :kind, :insurer, :policy, :added_by),
      limit: Figures.money(row[:limit]),
      from_on: Figures.iso(row[:from_on]),
      expires_on: Figures.iso(row[:expires_on]),
      file: !row[:content_type].nil?
    }

  # register - { heard_at:, said: }
  def self.register(register)
    said = register[:said]
    {
      heard_at: Figures.iso(register[:heard_at]),
      known: !said.nil?,
      authority: said&.authority,
      since_on: Figures.iso(said&.since_on),
      safety_rating: said && Core::Partners::RATINGS.fetch(said.safety_rating),
      phone: said&.phone,
      address: said&.address,
      insurances: said ? said.insurances.map { |policy| filed(policy) } : []
    }
  end

  def self.filed(policy) =
    {
      **policy.to_h.slice(:kind, :insurer, :policy),
      limit: Money.text(policy.limit_cents),
      from_on: Figures.iso(policy.from_on),
      expires_on: Figures.iso(policy.expires_on)
    }

  def self.score(score) = SCORE.to_h { |name| [name, score.public_send(name)] }

  def self.bank(row) =
    { **row.slice(:ends, :kind, :made_by, :confirmed_by), made_at: Figures.iso(row[:made_at]) }

  def self.rules(row) =
    {
      **row.slice(
        :authority_days,
        :changed_days,
        :answer_minutes,
        :broker_number,
        :terms,
        :terms_version,
        :version
      ),
      **%i[auto_least cargo_least general_least].to_h { |name| [name, Figures.money(row[name])] }
    }

  def self.bill(row)
    agreed_cents, billed_cents = row.values_at(:agreed, :total).map { |dollars| Money.cents(dollars) }
    {
      **row.slice(*BILL),
      billed_on: Figures.iso(row[:billed_on]),
      due_on: Figures.iso(row[:due_on]),
      total: Figures.money(row[:total]),
      agreed: Figures.money(row[:agreed]),
      difference: Money.text(Core::Partners.bill(agreed_cents:, billed_cents:)[:difference_cents]),
      may: Core::Partners.bill_acts(row[:status]),
      discount: Figures.money(row[:discount]),
      file: !row[:content_type].nil?
    }
  end

  def self.cost(row) = { **row.slice(:code, :label), amount: Figures.money(row[:amount]) }

  def self.bills
    rows = Reads::Partners::Bills.all
    {
      bills:
        rows.map do |row|
          {
            **bill(row),
            **row.slice(:partner_id, :partner, :load_id, :load),
            load_total: Figures.money(row[:load_total])
          }
        end,
      unbilled:
        Reads::Partners::Bills.unbilled.map do |row|
          { **row, delivered_at: Figures.iso(row[:delivered_at]), agreed: Figures.money(row[:agreed] || 0) }
        end,
      owed: Figures.money(Reads::Partners::Bills.owed)
    }
  end
  private_class_method :certificate, :register, :filed, :bank
end
