# frozen_string_literal: true

# The JSON of partners for a load.
module Web::Partners::LoadJson
  Figures = Web::Figures

  # The contract's LoadPartners. Raises Store::NotFound.
  def self.of(load_id, now)
    found = Reads::Partners::OfLoad.of(load_id, now:)
    load = found.load
    {
      load_id:,
      total: Figures.money(load[:total]),
      freight_value: Figures.money(load[:freight_value]),
      answer_minutes: found.rules[:answer_minutes],
      may: Core::Partners.load_acts(load[:status], found.tender&.fetch(:status)),
      tender: found.tender && tender(found),
      choices: found.choices.map { |one| choice(one, load) },
      hauled: found.hauled && hauled(found)
    }
  end

  def self.choice(one, load) =
    {
      **one.to_h.slice(:id, :name, :phone),
      findings: one.findings.map(&:to_h),
      price: one.price_cents && Money.text(one.price_cents),
      margin: one.price_cents && left(load, one.price_cents),
      score: Web::Partners::Json.score(one.score)
    }

  def self.tender(found) =
    {
      **found.tender.slice(:way, :status, :made_by),
      made_at: Figures.iso(found.tender[:made_at]),
      offers: found.offers.map { |row| offer(row, found.load, found.tender[:status]) }
    }

  def self.offer(row, load, tender_status) =
    {
      **row.slice(:id, :partner_id, :phone, :status, :note, :answered_by),
      partner: row[:name],
      price: Figures.money(row[:price]),
      margin: left(load, Money.cents(row[:counter] || row[:price])),
      may: Core::Partners.offer_acts(row[:status], tender_status),
      counter: Figures.money(row[:counter]),
      answer_by: Figures.iso(row[:answer_by]),
      answered_at: Figures.iso(row[:answered_at])
    }

  def self.hauled(found)
    row = found.hauled
    {
      **row.slice(:trip_id, :version, :partner_id, :status, :accepted_by, :accepted_from, :terms_version),
      partner: row[:name],
      accepted_at: Figures.iso(row[:accepted_at]),
      costs: found.costs.map { |cost| Web::Partners::Json.cost(cost) },
      agreed: Figures.money(found.agreed),
      margin: left(found.load, Money.cents(found.agreed)),
      confirmations: found.confirmations.map { |one| { **one, made_at: Figures.iso(one[:made_at]) } },
      driver: found.drivers.first&.slice(:name, :phone),
      bill: found.bill && Web::Partners::Json.bill(found.bill),
      past: Core::Partners::OVER.include?(row[:status]),
      may: Core::Partners.trip_acts(row[:status], found.bill&.fetch(:status))
    }
  end

  def self.left(load, cents) = Money.text(Core::Partners.left_cents(Money.cents(load[:total]), cents))
  private_class_method :left, :choice, :tender, :offer, :hauled
end
