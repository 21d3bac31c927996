# frozen_string_literal: true

# What a partner sees of the load of its link: little before a yes, all that its driver needs after it.
module Web::Partners::TenderJson
  Figures = Web::Figures
  WHERE = %i[name address zip notes reference].freeze

  # page - Reads::Partners::TenderPage::Value
  def self.of(page, now)
    trip_status = page.hauled&.fetch(:status)
    answer_by = page.offer[:answer_by]
    standing = Core::Partners.standing(page.offer[:status], answer_by:, trip_status:, as_of: now)
    owed, bill = !page.agreed.nil?, page.bill&.fetch(:status)
    {
      **offered(page),
      **freight(page),
      **theirs(page),
      standing:,
      stops: page.stops.map { |row| stop(row, page.theirs) },
      may: Core::Partners.may(standing, trip_status:, owed:, bill:),
      **paid(page)
    }
  end

  def self.offered(page)
    offer = page.offer
    {
      carrier: page.carrier[:name],
      phone: page.carrier[:phone].to_s,
      partner: page.partner[:name],
      theirs: page.theirs,
      price: Figures.money(offer[:price]),
      counter: Figures.money(offer[:counter]),
      answer_by: Figures.iso(offer[:answer_by]),
      terms: page.hauled ? page.hauled[:terms] : page.rules[:terms],
      terms_version: page.hauled ? page.hauled[:terms_version] : page.rules[:terms_version],
      seen: page.load[:version]
    }
  end

  def self.freight(page)
    load = page.load
    kept = load.values_at(:temperature_low_f, :temperature_high_f).compact.uniq
    {
      **load.slice(:origin, :destination),
      miles: Figures.miles(load[:miles]),
      equipment: [
        load[:trailer_kind]&.tr("_", " "),
        ("tarps" if load[:tarps]),
        ("team" if load[:team_needed]),
        ("#{kept.join(" to ")} °F" if kept.any?)
      ].compact,
      weight_lb: page.freight.filter_map { |line| line[:weight_lb] }.then { |found| found.sum if found.any? },
      hazmat: page.freight.any? { |line| !line[:hazmat_class].empty? }
    }
  end

  def self.theirs(page) =
    {
      freight: page.theirs ? page.freight.map { |line| line.except(:hazmat_class) } : [],
      references: page.references,
      notes: page.theirs ? page.load[:driver_notes] : "",
      number: page.theirs ? page.load[:number] : nil,
      confirmation: page.confirmations.first&.fetch(:number),
      driver: page.theirs ? page.drivers.first&.slice(:name, :phone) : nil
    }

  def self.stop(row, theirs) =
    {
      **row.slice(:kind, :town, :state, :zone),
      **(theirs ? row.slice(*WHERE) : {}),
      from: Figures.iso(row[:from_at]),
      to: Figures.iso(row[:to_at])
    }

  def self.paid(page)
    quick = page.partner.slice(:quick_pay_days, :quick_pay_percent)
    {
      costs: page.costs.map { |row| Web::Partners::Json.cost(row) },
      agreed: Figures.money(page.agreed),
      bill: page.bill && Web::Partners::Json.bill(page.bill),
      terms_days: page.partner[:terms_days],
      quick_pay:
        quick[:quick_pay_days] &&
          { days: quick[:quick_pay_days], percent: Money.rate_text(quick[:quick_pay_percent]) },
      accepted_by: page.hauled&.fetch(:accepted_by),
      accepted_at: Figures.iso(page.hauled&.fetch(:accepted_at))
    }
  end
  private_class_method :offered, :freight, :theirs, :stop, :paid
end
