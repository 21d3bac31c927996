# frozen_string_literal: true

# The desk of card transactions: says whose one is, and who bears it: the company, or the driver, who then
# finds it on his statement.
module Work::Pay::SettleCard
  WORDS = {
    "fuel" => "Fuel",
    "def" => "Diesel exhaust fluid",
    "reefer_fuel" => "Reefer fuel",
    "toll" => "Toll",
    "cash" => "Cash",
    "fee" => "Card fee",
    "other" => "Card"
  }.freeze

  # Who is proposed to bear it: cash is an advance on pay whoever took it; of the rest an owner-operator bears
  # his own (common practice).
  def self.proposed(kind, employment) =
    kind == "cash" || employment == "owner_operator" ? "driver" : "company"

  # input - { key:, driver_id:, trip_id: or nil, remember: true to keep the card as this driver's }
  # Returns the transaction's id. Raises Refused `settled_already`, `other_driver`.
  def self.match(id, input, by:, now:)
    Work::Act.once(input[:key], "match_card", by:, now:, input: input.merge(id:)) do |act|
      row = unsettled([id]).first
      unless Store::Fleet::Drivers.at(input[:driver_id]).any?
        raise Store::NotFound.new("driver", input[:driver_id])
      end
      if input[:trip_id] &&
           Store::Freight::TripDrivers.where(trip_id: input[:trip_id], driver_id: input[:driver_id]).empty?
        raise Refused.new("other_driver", "That trip was another driver's.", path: "/trip_id")
      end

      Store::Pay::CardTransactions.at(id).update(
        driver_id: input[:driver_id],
        trip_id: input[:trip_id],
        matched_by: "By #{by.name}."
      )
      if input[:remember] && !row[:card].empty?
        keep({ number: row[:card], driver_id: input[:driver_id], unit_id: nil })
      end
      act.changed("driver", input[:driver_id], { card_transaction: [row[:matched_by], row[:reference]] })
      id
    end
  end

  # input - { key:, ids:, charged_to: company, driver, or nil for what is proposed of each }
  # Returns how many were settled. Raises Refused `unmatched`, `settled_already`.
  def self.settle(input, by:, now:)
    Work::Act.once(input[:key], "settle_cards", by:, now:, input:) do |act|
      rows = unsettled(input[:ids])
      if rows.any? { |row| row[:driver_id].nil? } && input[:charged_to] != "company"
        raise Refused.new(
                "unmatched",
                "#{rows.find { |row| row[:driver_id].nil? }[:reference]} has no driver yet.",
                path: "/ids"
              )
      end

      due_on = Store::Pay.running(now)[:from_on]
      employed =
        Store::Fleet::Drivers.where(id: rows.map { |row| row[:driver_id] }).select_hash(:id, :employment)
      rows.each do |row|
        wanted = input[:charged_to] || proposed(row[:kind], employed[row[:driver_id]])
        charge(row, row[:amount].zero? ? "company" : wanted, due_on, by, now)
      end
      Work::Pay::BuildRun.drafts(due_on, only: rows.filter_map { |row| row[:driver_id] }.uniq)
      act.changed("company", 1, { cards: [nil, "#{rows.length} transactions settled"] })
      rows.length
    end
  end

  # A card of a driver or of a unit: { key:, number:, driver_id: or unit_id: }. Returns its id. Raises Refused
  # `of_one`.
  def self.keep_card(input, by:, now:)
    if input[:driver_id].nil? == input[:unit_id].nil?
      raise Refused.new("of_one", "A card is a driver's, or a unit's.", path: "/driver_id")
    end

    Work::Act.once(input[:key], "keep_card", by:, now:, input:) do |act|
      id = keep({ number: input[:number].strip, driver_id: input[:driver_id], unit_id: input[:unit_id] })
      act.changed("company", 1, { card: [nil, input[:number]] })
      id
    end
  end

  def self.keep(row) = Store::Pay::Cards.returning(:id).keep(row, key: :number).first.fetch(:id)

  def self.unsettled(ids)
    rows = Store::Pay::CardTransactions.at(ids).order(:id).for_update.all
    if rows.length < ids.uniq.length
      raise Store::NotFound.new("card transaction", (ids - rows.map { |row| row[:id] }).first)
    end

    done = rows.find { |row| row[:charged_to] }
    if done
      raise Refused.new(
              "settled_already",
              "#{done[:settled_by]} has settled #{done[:reference]} already.",
              path: ""
            )
    end

    rows
  end

  # Money back is the driver's where the purchase was.
  def self.charge(row, charged_to, due_on, by, now)
    Store::Pay::CardTransactions.at(row[:id]).update(
      charged_to:,
      item_id: charged_to == "driver" ? item(row, due_on, by, now) : nil,
      settled_by: by.name
    )
  end

  def self.item(row, due_on, by, now)
    label = [
      WORDS.fetch(row[:kind]),
      "#{row[:local_time][5, 5].tr("-", "/")},",
      row[:place],
      row[:state],
      *("#{Money.rate_text(row[:gallons], places: 0)} gal" if row[:gallons])
    ].compact.reject(&:empty?).join(" ").delete_suffix(",")
    item_id =
      Store::Pay::Items.insert(
        driver_id: row[:driver_id],
        kind: row[:amount].negative? ? "reimbursement" : "deduction",
        label:,
        note: "Card #{row[:card]}, transaction #{row[:reference]}",
        made_by: by.name,
        made_at: now
      )
    Store::Pay::ItemParts.insert(item_id:, amount: row[:amount].abs, due_on:)
    item_id
  end
  private_class_method :charge, :keep, :unsettled, :item
end
