# frozen_string_literal: true

# Pays issued permits: one payment an office, from the balance that the company keeps there or by card on the
# office's own page. What was
# started is written down before the office is asked, and asked with the same key until it has answered: so
# nothing is paid twice, and
# nothing that broke off is lost.
class Work::Permits::Pay < Que::Job
  self.maximum_retry_count = 15

  # input - { key:, permit_ids:, method: balance, card or elsewhere, number: of the receipt, where it was paid
  #         elsewhere }
  # Returns Array of receipt ids. Raises Refused `nothing_to_pay`, `paid_already`, `field_missing`.
  def self.start(input, by:, now:)
    Work::Act.once(input[:key], "pay_permits", by:, now:, input:) do |act|
      permits = DB[:permits].where(id: input[:permit_ids]).order(:id).for_update.all
      refuse(input, permits)
      permits
        .group_by { |permit| permit[:jurisdiction] }
        .each { |jurisdiction, rows| receipt(jurisdiction, rows, input, by, now, act) }
      1
    end
  end

  # Started payments that have no end yet, asked after each minute.
  def self.ask_after =
    DB[:permit_receipts].where(state: "started").select_map(:id).each { |receipt_id| enqueue(receipt_id:) }

  def self.refuse(input, permits)
    free =
      permits.find do |permit|
        permit[:state] != "issued" || permit[:standing_id] || (permit[:fee] || 0).zero?
      end
    if permits.empty? || free
      raise Refused.new("nothing_to_pay", "Choose issued permits that cost something.", path: "/permit_ids")
    end

    paid = permits.find { |permit| permit[:receipt_id] }
    if paid
      raise Refused.new(
              "paid_already",
              "#{paid[:number]} is paid, or its payment is under way.",
              path: "/permit_ids"
            )
    end

    paper = permits.find { |permit| permit[:office_id].nil? }
    if paper && input[:method] != "elsewhere"
      raise Refused.new(
              "no_interface",
              "#{paper[:number]} was keyed in: say under which receipt its office was paid.",
              path: "/method"
            )
    end
    if input[:method] == "elsewhere" && input[:number].to_s.strip.empty?
      raise Refused.new("field_missing", "Say the number of the receipt.", path: "/number")
    end
  end

  def self.receipt(jurisdiction, permits, input, by, now, act)
    paid = input[:method] == "elsewhere" ? { state: "paid", number: input[:number].strip, ended_at: now } : {}
    id =
      DB[:permit_receipts].insert(
        jurisdiction:,
        method: input[:method],
        amount: permits.sum { |permit| permit[:fee] },
        by: by.name,
        started_at: now,
        **paid
      )
    DB[:permits].where(id: permits.map { |permit| permit[:id] }).update(receipt_id: id)
    enqueue(receipt_id: id) if paid.empty?
    load_ids(permits).each do |load_id|
      act.changed(
        "load",
        load_id,
        { "permit fee #{jurisdiction}" => [nil, paid.empty? ? "payment started" : "paid"] }
      )
    end
  end

  def self.load_ids(permits) =
    DB[:permit_files].where(id: permits.map { |permit| permit[:file_id] }).select_map(:load_id)
  private_class_method :refuse, :receipt, :load_ids

  # Asks the office how a payment stands, and writes down what it says. Also asked for when somebody comes
  # back from its page.
  def self.ask(receipt_id, now:)
    receipt = DB[:permit_receipts].first(id: receipt_id, state: "started") or return
    office = Work::Permits::Office.new(receipt[:jurisdiction])
    answer =
      (
        if receipt[:office_id]
          office.payment(receipt[:office_id])
        else
          office.pay(asked(receipt), key: "receipt-#{receipt_id}")
        end
      )
    pdf = answer["state"] == "paid" ? office.receipt_pdf(answer["payment"]) : nil
    Work::Permits::TakePayment.call(receipt_id, answer, pdf, now:)
  end

  def self.asked(receipt)
    permits = DB[:permits].where(receipt_id: receipt[:id]).order(:id).all
    {
      applications: permits.map { |permit| permit[:office_id] },
      amount: receipt[:amount].to_s("F"),
      method: receipt[:method],
      company: Store::Company.row[:name],
      return_to: "#{Settings.public_url}/permits?view=money&receipt=#{receipt[:id]}"
    }
  end
  private_class_method :asked

  def run(receipt_id:)
    self.class.ask(receipt_id, now: Clock.now)
    finish
  end
end
