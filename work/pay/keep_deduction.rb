# frozen_string_literal: true

# Makes or changes a deduction of every period. Who does sees before what it does to every driver concerned in
# the running period; a change for more drivers or dollars than the company's bound waits for a second person.
module Work::Pay::KeepDeduction
  FIELDS = %i[
    label
    basis
    per
    amount
    priority
    if_short
    goal
    tag
    prorated
    escrow
    everyone
    from_on
    to_on
    paused
  ].freeze

  # What a change would do. input - { FIELDS, drivers: Array of { driver_id:, own_amount:, left_out: } }; id -
  # of the deduction, nil for a new one
  #
  # Returns { rows: as of Nets.moved, nobody: a sentence where it is for nobody, or nil }.
  def self.preview(id, input, now:)
    check(input)
    change = Work::Pay::DeductionChange.new(id, input, now)
    { rows: change.changes, nobody: change.nobody }
  end

  # Returns { deduction_id:, change_id: }: the latter where it waits for a second person.
  # Raises Refused `label_taken`, `amount_missing`, `days_reversed`, Work::Stale.
  def self.keep(id, input, by:, now:)
    check(input)
    Work::Act.once(
      input[:key],
      "keep_deduction",
      by:,
      now:,
      input: Work::Act.plain(input.merge(id:))
    ) do |act|
      row = id && (Store::Pay::Deductions.lock(id) or raise Store::NotFound.new("deduction", id))
      if row
        Work::Stale.check(
          row,
          input[:version],
          of: ["company", 1],
          act: "keep_deduction",
          yours: input.slice(*FIELDS)
        ) { row.slice(*FIELDS) }
      end
      change = Work::Pay::DeductionChange.new(id, input, now)
      done =
        (
          if change.many?
            { deduction_id: id, change_id: change.ask(by) }
          else
            { deduction_id: change.make(by), change_id: nil }
          end
        )
      act.changed(
        "company",
        1,
        {
          "deduction #{input[:label]}" => [
            row && "changed",
            done[:change_id] ? "waits for a second person" : "kept"
          ]
        }
      )
      done
    end
  end

  def self.check(input)
    if input[:amount].nil? && input[:basis] != "per_unit"
      raise Refused.new("amount_missing", "Say how much.", path: "/amount")
    end
    if (input[:basis] == "per_unit") != !input[:tag].nil?
      raise Refused.new("tag_missing", "Say which units it is for.", path: "/tag")
    end
    if input[:to_on] && input[:to_on] < input[:from_on]
      raise Refused.new("days_reversed", "It ends before it begins.", path: "/to_on")
    end
  end
  private_class_method :check
end
