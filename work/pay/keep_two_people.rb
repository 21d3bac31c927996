# frozen_string_literal: true

# The limits beyond which a second person looks at what is given or taken, and which rules of two people hold: an
# administrator asks, another one lets it be made.
module Work::Pay::KeepTwoPeople
  SAID = {
    "limits" => "What is beyond the limits waits for a second person",
    "approve_and_pay" => "Who approves a run does not pay it",
    "bank_account" => "A changed bank account waits for a second person"
  }.freeze

  # input - { key:, drivers: Integer, dollars: decimal text, rules: { rule => true or false } }
  # Returns { change_id: }. Raises Refused `nothing_changes`.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "keep_two_people", by:, now:, input:) do |act|
      changes = difference(input)
      raise Refused.new("nothing_changes", "It is like that already.", path: "") if changes.empty?

      Work::Pay::AskChange.withdraw("two_people", by:, now:)
      change_id =
        Work::Pay::AskChange.call("two_people", input.merge(was: was), drivers: input[:drivers], by:, now:)
      act.changed("company", 1, changes, why: "waits for a second person")
      { change_id: }
    end
  end

  # row - of the change, with its input
  def self.make(row, input, by:, now:)
    Store::Pay.settings
    Store::Pay::PaySettings.count_on(
      true,
      second_person_drivers: input[:drivers],
      second_person_dollars: BigDecimal(input[:dollars])
    )
    input[:rules].each do |rule, on|
      next if Store::Pay.two_people?(rule.to_s) == on

      Store::Pay::TwoPeopleRules.keep(
        { rule: rule.to_s, on:, since: now, by: "#{row[:asked_by]} and #{by.name}" },
        key: :rule
      )
    end
  end

  # As it is, in the words of the input.
  def self.was
    settings = Store::Pay.settings
    {
      drivers: settings[:second_person_drivers],
      dollars: settings[:second_person_dollars].to_s("F"),
      rules: Core::Pay::SecondPerson::RULES.to_h { |rule| [rule, Store::Pay.two_people?(rule)] }
    }
  end

  def self.difference(input)
    now, asked = was, input
    changes = {}
    changes["second person from drivers"] = [now[:drivers], asked[:drivers]] if now[:drivers] !=
      asked[:drivers]
    if BigDecimal(now[:dollars]) != BigDecimal(asked[:dollars])
      changes["second person from dollars"] = [now[:dollars], asked[:dollars]]
    end
    now[:rules].each do |rule, on|
      wanted = asked[:rules].fetch(rule.to_sym, on)
      changes["two people: #{rule.tr("_", " ")}"] = [on, wanted] if wanted != on
    end
    changes
  end
  private_class_method :difference
end
