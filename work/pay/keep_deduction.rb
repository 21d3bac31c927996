# frozen_string_literal: true

# Makes or changes a deduction of every period. Who does sees before what it does to every driver concerned in the running period; a change
# for more drivers or dollars than the company's bound waits for a second person.
class Work::Pay::KeepDeduction
  FIELDS = %i[label basis per amount priority if_short goal tag prorated escrow everyone from_on to_on paused].freeze

  # What a change would do. input - { FIELDS, drivers: Array of { driver_id:, own_amount:, left_out: } }; id - of the deduction, nil for a new one
  #
  # Returns Array of { driver_id:, driver:, old_cents:, new_cents: }, of those whose net changes.
  def self.preview(id, input, now:)
    check(input)
    new(id, input, now).changes
  end

  # Returns { deduction_id:, change_id: }: the latter where it waits for a second person.
  # Raises Refused `label_taken`, `amount_missing`, `days_reversed`, Work::Stale.
  def self.keep(id, input, by:, now:)
    check(input)
    done = { deduction_id: id, change_id: nil }
    Work::Act.once(input[:key], "keep_deduction", by:, now:, input: Work::Act.plain(input.merge(id:))) do |act|
      row = id && (DB[:deductions].where(id:).for_update.first or raise Work::NotFound.new("deduction", id))
      Work::Stale.check(row, input[:version], record_kind: "company", yours: input.slice(*FIELDS)) { row.slice(*FIELDS) } if row
      change = new(id, input, now)
      done = change.many? ? { deduction_id: id, change_id: change.ask(by) } : { deduction_id: change.make(by), change_id: nil }
      act.changed("company", 1, { "deduction #{input[:label]}" => [row && "changed", done[:change_id] ? "waits for a second person" : "kept"] })
      done[:change_id] || done[:deduction_id]
    end
    done
  end

  # A second person lets a change be made, or drops it. Raises Refused `same_person`, `answered_already`.
  def self.answer(change_id, input, by:, now:)
    Work::Act.once(input[:key], "answer_deduction_change", by:, now:, input: input.merge(change_id:)) do |act|
      row = DB[:deduction_changes].where(id: change_id).for_update.first or raise Work::NotFound.new("change", change_id)
      raise Refused.new("answered_already", "#{row[:answered_by]} has answered that already.", path: "") unless row[:state] == "asked"
      raise Refused.new("same_person", "A second person has to look at it.", path: "") if row[:asked_by_ref] == by.ref && input[:state] == "made"

      new(row[:deduction_id], asked(row), now).make(by) if input[:state] == "made"
      DB[:deduction_changes].where(id: change_id).update(state: input[:state], answered_by: by.name, answered_at: now)
      act.changed("company", 1, { "deduction #{row[:input]["label"]}" => ["waits for a second person", input[:state]] })
      change_id
    end
  end

  def self.check(input)
    raise Refused.new("amount_missing", "Say how much.", path: "/amount") if input[:amount].nil? && input[:basis] != "per_unit"
    raise Refused.new("tag_missing", "Say which units it is for.", path: "/tag") if (input[:basis] == "per_unit") != !input[:tag].nil?
    raise Refused.new("days_reversed", "It ends before it begins.", path: "/to_on") if input[:to_on] && input[:to_on] < input[:from_on]
  end

  # A change as it was asked: days are dates again.
  def self.asked(row)
    input = row[:input].to_h.transform_keys(&:to_sym)
    %i[from_on to_on].each { |name| input[name] &&= Date.iso8601(input[name]) }
    input.merge(drivers: (input[:drivers] || []).map { |one| one.to_h.transform_keys(&:to_sym) })
  end
  private_class_method :check, :asked

  def initialize(id, input, now)
    @id = id
    @input = input
    @now = now
  end

  # The net of everybody in the running period, before and after; only where they differ.
  def changes
    @changes ||= begin
      run = Store::Pay.running(@now)
      before, after = Work::Pay::Facts.new(run), Work::Pay::Facts.new(run, deductions: after_rows, own: after_own)
      earned = Work::Pay::Items.open(run).group_by { |row| row[:driver_id] }
      nets = Work::Pay::BuildRun.due(earned, before, nil).to_h { |driver_id| [driver_id, [before, after].map { |facts| Work::Pay::BuildRun.settle(facts, driver_id, earned[driver_id] || []).net_cents }] }
      names = DB[:drivers].where(id: nets.keys).order(:name).select_hash(:id, :name)
      names.filter_map { |driver_id, driver| nets[driver_id].then { |old_cents, new_cents| { driver_id:, driver:, old_cents:, new_cents: } if old_cents != new_cents } }
    end
  end

  def many?
    settings = Store::Pay.settings
    changes.length > settings[:second_person_drivers] || dollars > settings[:second_person_dollars]
  end

  def ask(by)
    DB[:deduction_changes].insert(deduction_id: @id, input: Sequel.pg_jsonb(Work::Act.plain(@input.except(:key))), drivers: changes.length, dollars:, asked_by: by.name, asked_by_ref: by.ref, asked_at: @now)
  end

  # Returns the deduction's id.
  def make(by)
    id = @id
    DB.transaction(savepoint: true) do
      id ? DB[:deductions].where(id:).update(**row, version: Sequel[:version] + 1) : id = DB[:deductions].insert(**row, made_by: by.name, made_at: @now)
    end
    DB[:deduction_drivers].where(deduction_id: id).delete
    DB[:deduction_drivers].multi_insert(own(id))
    Work::Pay::BuildRun.drafts(@input[:from_on])
    id
  rescue Sequel::UniqueConstraintViolation
    raise Refused.new("label_taken", "There is a deduction of that name: change that, or name this otherwise.", path: "/label")
  end

  private

  def dollars = changes.sum(BigDecimal(0)) { |one| Money.to_d((one[:new_cents] - one[:old_cents]).abs) }

  def row
    defaults = { per: "period", priority: 5, if_short: "carry", goal: nil, tag: nil, prorated: false, escrow: false, everyone: false, to_on: nil, paused: false, amount: nil }
    { **defaults, **@input.slice(*FIELDS) }.merge(label: @input[:label].strip, amount: @input[:amount] && BigDecimal(@input[:amount]), goal: @input[:goal] && BigDecimal(@input[:goal]))
  end

  def own(id) = (@input[:drivers] || []).map { |one| { deduction_id: id, driver_id: one[:driver_id], own_amount: one[:own_amount] && BigDecimal(one[:own_amount]), left_out: one[:left_out] || false } }

  # As they would be: a new one has no id yet. One that begins later is looked at as if it held now, so that nothing passes for waiting.
  def after_rows = [*DB[:deductions].exclude(id: @id).all, { id: @id || 0, **row, from_on: [row[:from_on], Store::Pay.running(@now)[:from_on]].min }]
  def after_own = [*DB[:deduction_drivers].exclude(deduction_id: @id).all, *own(@id || 0)]
end
