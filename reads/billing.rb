# frozen_string_literal: true

# What is to be billed, what was, and what is owed.
module Reads::Billing
  MOST = 300

  # The day it is where the company is.
  def self.today(now) = Store::Company.day_of(now)

  # Of the bank's file what nobody has said of whose it is, the oldest first.
  def self.bank_lines = Store::Billing::BankLines.open.order(:line_on, :id).all

  # Claims that are open, those to be followed up first: rows with invoice, customer and owed.
  def self.claims = Store::Billing::Claims.standing.soonest_first.all

  # Invoices and credit notes, the latest first: rows with customer, paid and credited. open - only of which something is
  # owed; text - a part of a number or of the customer's name
  def self.invoices(open:, text:)
    rows = open ? Store::Billing::Invoices.open : Store::Billing::Invoices.with_paid
    unless text.strip.empty?
      like = "%#{rows.escape_like(text.strip)}%"
      rows =
        rows.where(
          Sequel.ilike(Sequel[:invoices][:number], like) | Sequel.ilike(Sequel[:customers][:name], like)
        )
    end
    credited = { Sequel[:invoices][:id] => Store::Billing::Invoices.credited }
    rows.select_append(Sequel.as(credited, :credited)).latest_first.limit(MOST).all
  end
end
