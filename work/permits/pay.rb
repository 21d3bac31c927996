# frozen_string_literal: true

# Pays issued permits: one payment an office, from the balance that the company keeps there or by card on the
# office's own page. What was started is written down before the office is asked (Jobs::AskForPayment), and
# asked with the same key until it has answered: so nothing is paid twice, and nothing that broke off is lost.
module Work::Permits::Pay
  # input - { key:, permit_ids:, method: balance, card or elsewhere, number: of the receipt, where it was paid
  #         elsewhere }
  # Returns Array of receipt ids. Raises Refused `nothing_to_pay`, `paid_already`, `field_missing`.
  def self.start(input, by:, now:)
    Work::Act.once(input[:key], "pay_permits", by:, now:, input:) do |act|
      permits = Store::Permits::Permits.at(input[:permit_ids]).order(:id).for_update.all
      refuse(input, permits)
      applicants =
        Store::Permits::Files.where(id: permits.map { |permit| permit[:file_id] }).to_hash(:id, :applicant_id)
      permits
        .group_by { |permit| [permit[:jurisdiction], applicants[permit[:file_id]]] }
        .each { |of, rows| receipt(of, rows, input, by, now, act) }
      1
    end
  end

  # Asks the office at once how a payment stands. Writes down what it says.
  def self.ask(receipt_id, now:) = Jobs::AskForPayment.try(receipt_id, now:)

  def self.refuse(input, permits)
    if permits.empty? || permits.any? { |permit| free?(permit) }
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

  def self.free?(permit) = permit[:number].nil? || permit[:annual_permit_id] || (permit[:fee] || 0).zero?

  # of - the office, and who applied there: each has a balance of its own
  def self.receipt((jurisdiction, applicant_id), permits, input, by, now, act)
    paid =
      input[:method] == "elsewhere" ? { status: "paid", number: input[:number].strip, ended_at: now } : {}
    id =
      Store::Permits::Receipts.insert(
        jurisdiction:,
        applicant_id:,
        method: input[:method],
        amount: permits.sum { |permit| permit[:fee] },
        by: by.name,
        started_at: now,
        **paid
      )
    Store::Permits::Permits.where(id: permits.map { |permit| permit[:id] }).update(receipt_id: id)
    Jobs::AskForPayment.enqueue(receipt_id: id) if paid.empty?
    load_ids(permits).each do |load_id|
      act.changed(
        "load",
        load_id,
        { "permit fee #{jurisdiction}" => [nil, paid.empty? ? "payment started" : "paid"] }
      )
    end
  end

  def self.load_ids(permits) =
    Store::Permits::Files.where(id: permits.map { |permit| permit[:file_id] }).select_map(:load_id)
  private_class_method :refuse, :free?, :receipt, :load_ids
end
