# frozen_string_literal: true

# What a customer has moved lately, lane by lane: the last load of each, how many there were, and the fuel surcharge
# that stood last.
module Reads::Freight::Lanes
  SHOWN = 12
  # lanes - rows of loads, latest first, with :loads (how many) and :booked_at; fuel - row of the latest with one, or nil
  Value = Core::Value.of(:lanes, :fuel)

  def self.of(customer_id)
    booked = DB[:loads].where(customer_id:).exclude(status: "cancelled")
    Value.new(lanes: lanes(booked), fuel: booked.exclude(fuel_kind: "none").reverse(:id).first)
  end

  def self.lanes(booked)
    latest =
      booked.group(:origin, :destination).select(
        Sequel.function(:max, :id).as(:last_id),
        Sequel.function(:count).*.as(:loads)
      )
    booked
      .join(latest.as(:lane), last_id: Sequel[:loads][:id])
      .reverse(Sequel[:loads][:id])
      .limit(SHOWN)
      .select_all(:loads)
      .select_append(:loads)
      .all
  end
  private_class_method :lanes
end
