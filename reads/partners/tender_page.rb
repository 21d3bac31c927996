# frozen_string_literal: true

# What a partner sees of a load that it is offered: towns, days, equipment, weight and price, and nothing else, until it
# has said yes. Then where to go, what to know, what is agreed and what of it is paid.
module Reads::Partners::TenderPage
  # offer - row with the partner's name; stops - rows, of a few columns until it is theirs; hauled, costs,
  # confirmations, drivers, bill - as in OfLoad; theirs - whether it is
  Value =
    Core::Value.of(
      :offer,
      :load,
      :stops,
      :freight,
      :references,
      :hauled,
      :costs,
      :agreed,
      :confirmations,
      :drivers,
      :bill,
      :rules,
      :partner,
      :carrier,
      :theirs
    )
  # Before a yes.
  TOWNS = %i[id kind town state zone from_at to_at].freeze
  # After it.
  WHOLE = (TOWNS + %i[name address zip notes reference]).freeze
  LOAD = %i[
    id
    version
    status
    origin
    destination
    miles
    trailer_kind
    tarps
    team_needed
    temperature_low_f
    temperature_high_f
  ].freeze

  WEIGHT = %i[weight_lb hazmat_class].freeze
  FREIGHT = (WEIGHT + %i[what pieces unit]).freeze
  PARTNER = %i[name terms_days quick_pay_days quick_pay_percent].freeze

  # Raises Store::NotFound where it is not theirs.
  def self.trip_id(offer_id) =
    DB[:partner_trips].where(offer_id:).get(:trip_id) || raise(Store::NotFound.new("trip", offer_id))

  def self.of(offer_id)
    offer = Store::Partners.offer(offer_id)
    tender = DB[:tenders].first(id: offer[:tender_id])
    hauled = Store::Partners.hauled.where(offer_id:).first
    theirs = !hauled.nil? && !Core::Partners::OVER.include?(hauled[:status])
    Value.new(
      offer:,
      hauled:,
      theirs:,
      rules: Store::Partners.rules,
      carrier: DB[:company].select(:name, :phone).first,
      partner: DB[:partners].where(id: offer[:partner_id]).select(*PARTNER).first,
      **freight(tender[:load_id], theirs),
      **trip(hauled && hauled[:trip_id], theirs)
    )
  end

  # Before a yes what is aboard is its weight alone: what is in a truck is what thieves look for.
  def self.freight(load_id, theirs)
    {
      load: DB[:loads].where(id: load_id).select(*LOAD, *(theirs ? %i[number driver_notes] : [])).first,
      stops: DB[:stops].where(load_id:).order(:position).select(*(theirs ? WHOLE : TOWNS)).all,
      freight: DB[:freight_lines].where(load_id:).order(:position).select(*(theirs ? FREIGHT : WEIGHT)).all,
      references:
        theirs ? DB[:load_references].where(load_id:).order(:position).select(:kind, :value).all : []
    }
  end

  def self.trip(trip_id, theirs)
    confirmations = DB[:partner_confirmations].where(trip_id:).reverse(:number).select(:number, :made_at)
    {
      costs: DB[:partner_costs].where(trip_id:).order(:position).select(:code, :label, :amount).all,
      agreed: Store::Partners.agreed([trip_id])[trip_id],
      confirmations: theirs ? confirmations.all : [],
      drivers: trip_id ? Store::Freight.trip_drivers(trip_id).all : [],
      bill: DB[:partner_bills].where(trip_id:).reverse(:id).select(*Reads::Partners::Bills::COLUMNS).first
    }
  end
  private_class_method :freight, :trip
end
