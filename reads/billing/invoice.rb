# frozen_string_literal: true

# One invoice or credit note with all that stands on it and what became of it.
module Reads::Billing::Invoice
  # factor - whom it is sold to, or nil
  # row - with customer and paid; lines, loads (with :references), papers - rows; credits, rebills - the invoice that it
  # takes back or stands in the place of, or nil; credited_by, rebilled_by - what did so to it, or nil; received, claims,
  # mails - rows
  Value =
    Value.of(
      :row,
      :company,
      :customer,
      :lines,
      :loads,
      :papers,
      :credits,
      :rebills,
      :credited_by,
      :rebilled_by,
      :received,
      :claims,
      :mails,
      :factor
    )
  # What goes behind a bill where the customer asks for nothing in particular.
  USUAL = %w[bol pod lumper_receipt scale_ticket temperature_record].freeze

  # Raises Store::NotFound.
  def self.of(id)
    invoices = Store::Billing::Invoices
    row = invoices.with_paid(id:).first or raise Store::NotFound.new("invoice", id)
    customer = Store::Fleet::Customers.row(row[:customer_id])
    lines = Store::Billing::InvoiceLines.where(invoice_id: id).order(:position).all
    loads = loads(lines)
    Value.new(
      row:,
      company: Store::Company.row,
      customer:,
      lines:,
      loads:,
      papers: papers(loads, customer),
      credits: row[:credits_id] && invoices.row(row[:credits_id]),
      rebills: row[:rebills_id] && invoices.row(row[:rebills_id]),
      credited_by: invoices.first(credits_id: id),
      rebilled_by: invoices.first(rebills_id: id),
      received: received(id),
      claims: Store::Billing::Claims.where(invoice_id: id).order(:id).all,
      mails: Store::Billing::Mails.where(invoice_id: id).order(:id).all,
      factor: Store::Billing::Factoring.of_invoice(id)
    )
  end

  def self.loads(lines)
    ids = lines.filter_map { |row| row[:load_id] }.uniq
    references = DB[:load_references].where(load_id: ids).order(:id).all.group_by { |row| row[:load_id] }
    Store::Freight::Loads
      .where(id: ids)
      .order(:id)
      .map { |row| row.merge(references: references[row[:id]] || []) }
  end

  def self.papers(loads, customer)
    wanted = customer[:papers_wanted].to_a
    Store::Tracking::Papers.of(loads.map { |row| row[:id] }).where(kind: wanted.empty? ? USUAL : wanted).all
  end

  def self.received(id) =
    Store::Billing::PaymentParts
      .left_join(:customer_payments, id: :payment_id)
      .where(invoice_id: id)
      .order(Sequel[:payment_parts][:id])
      .select_all(:payment_parts)
      .select_append(:received_on, :reference, Sequel[:customer_payments][:kind].as(:receipt_kind))
      .all
  private_class_method :loads, :papers, :received
end
