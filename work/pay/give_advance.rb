# frozen_string_literal: true

# Gives a driver an advance, and takes it back in equal parts, one a statement; a part may be pushed past the
# statement that is made.
module Work::Pay::GiveAdvance
  # input - { key:, driver_id:, label:, principal:, fee_fixed:, fee_percent:, installments:, from_on: }
  # Returns { advance_id:, change_id: }: the latter where it is more than one person may give alone. Raises Refused
  # `over_limit`.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "give_advance", by:, now:, input: Work::Act.plain(input)) do |act|
      row = row(input)
      within_limit(row)
      cents = Money.cents(row[:principal])
      asked = { driver_id: row[:driver_id], cents:, by:, now: }
      change_id = Work::Pay::AskChange.call("advance", input, **asked) if Work::Pay::Nets.many?(1, cents)
      says = "#{row[:label]}, #{row[:principal].to_s("F")}#{", waits for a second person" if change_id}"
      act.changed("driver", row[:driver_id], { advance: [nil, says] })
      { advance_id: change_id ? nil : make(input, by:, now:), change_id: }
    end
  end

  # Returns its id. Raises Refused `over_limit`.
  def self.make(input, by:, now:)
    row = row(input)
    within_limit(row)
    id = Store::Pay::Advances.insert(**row, made_by: by.name, made_at: now)
    Work::Pay::Post.advance(row, by:, now:)
    Work::Pay::BuildRun.drafts(row[:from_on], only: [row[:driver_id]])
    id
  end

  def self.row(input)
    row = {
      fee_fixed: "0",
      fee_percent: "0",
      **input.slice(:driver_id, :label, :principal, :fee_fixed, :fee_percent, :installments, :from_on)
    }
    row.merge(%i[principal fee_fixed fee_percent].to_h { |name| [name, BigDecimal(row[name])] })
  end

  def self.within_limit(row)
    owed = outstanding(row[:driver_id])
    limit = Store::Pay.settings[:advance_limit]
    return unless owed + row[:principal] > limit

    raise Refused.new(
            "over_limit",
            "With #{owed.to_s("F")} that is open it would be over the company's limit of " \
              "#{limit.to_s("F")}.",
            path: "/principal"
          )
  end

  # pushed - true to keep a part for later, false to take it after all. Raises Refused `locked`.
  def self.push(id, input, by:, now:)
    Work::Act.once(input[:key], "push_advance", by:, now:, input: input.merge(id:)) do |act|
      advance = Store::Pay::Advances.row(id) or raise Store::NotFound.new("advance", id)
      statement = Store::Pay.statement(input[:statement_id])
      unless statement && statement[:driver_id] == advance[:driver_id]
        raise Store::NotFound.new("statement", input[:statement_id])
      end
      raise Refused.new("locked", "That statement is locked.", path: "") unless statement[:status] == "draft"

      Store::Pay::AdvanceTakings.keep(
        { advance_id: id, statement_id: statement[:id], pushed: input[:pushed] },
        key: %i[advance_id statement_id]
      )
      Work::Pay::BuildRun.drafts(statement[:from_on], only: [advance[:driver_id]])
      act.changed(
        "driver",
        advance[:driver_id],
        { advance: [advance[:label], input[:pushed] ? "pushed" : "taken"] }
      )
      id
    end
  end

  # In dollars, what a driver still owes of advances and their fees.
  def self.outstanding(driver_id) =
    -(Store::Pay::LedgerEntries.where(driver_id:, account: "advances").sum(:amount) || 0)
  private_class_method :row, :within_limit
end
