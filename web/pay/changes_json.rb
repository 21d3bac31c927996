# frozen_string_literal: true

# The JSON of what waits for a second person, in words, and of the rules of two people.
module Web::Pay::ChangesJson
  Figures = Web::Figures

  # actor - who looks: what he may not let be made says why
  def self.all(actor) = Reads::Pay::Waiting.all.map { |row| one(row, actor) }

  def self.one(row, actor)
    input = row[:input].to_h
    code, why_not =
      Core::Pay::SecondPerson.why_not_made(
        row[:kind],
        asked_by: row[:asked_by_ref],
        by: actor.ref,
        roles: actor.roles
      )
    {
      **row.slice(:id, :kind, :asked_by, :driver_id),
      title: title(row, input),
      what: what(row, input),
      note: note(row),
      asked_at: Figures.iso(row[:asked_at]),
      may_make: code.nil?,
      why_not:
    }
  end

  def self.title(row, input)
    case row[:kind]
    when "bank_account"
      "Another bank account of #{row[:driver]}"
    when "two_people"
      "Rules of two people"
    when "agreed_miles"
      "Miles of load #{input["label"]}"
    when "advance", "one_time_change"
      "#{input["label"]}, #{row[:driver]}"
    else
      input["label"]
    end
  end

  def self.what(row, input)
    case row[:kind]
    when "bank_account"
      "#{input["kind"]} account that ends in #{input["ends"]}, routing #{input["routing"]}"
    when "two_people"
      rules(input)
    when "agreed_miles"
      "#{input["miles"] || "the route's"} miles agreed with the customer instead of #{input["was"] || "the route's"}"
    when "advance"
      "an advance of #{dollars(input["principal"])}"
    when "one_time_change"
      "#{dollars(input["amount"])} instead of #{dollars(input["was"])}"
    else
      "#{row[:drivers]} #{row[:drivers] == 1 ? "driver" : "drivers"}, #{dollars(row[:dollars].to_s("F"))} moved"
    end
  end

  def self.dollars(text) = "$#{Money.text(Money.parse_cents(text))}"

  # What would be otherwise, and only that.
  def self.rules(input)
    was = input["was"]
    limits = [input, was].map { |one| "#{one["drivers"]} drivers or #{dollars(one["dollars"])}" }
    switched =
      input["rules"].filter_map do |rule, on|
        "#{Work::Pay::KeepTwoPeople::SAID.fetch(rule)}: #{on ? "on" : "off"}" if was["rules"][rule] != on
      end
    [("from #{limits.first}, now from #{limits.last}" if limits.uniq.length > 1), *switched].compact.join(
      "; "
    )
  end

  # What who looks at another account should know of the number that the driver was told on.
  def self.note(row)
    return unless row[:kind] == "bank_account"
    if row[:new_number_by]
      return "Ring the driver: the telephone number is new too, and nobody has confirmed it."
    end

    "Ring the driver: there is no number to text." if row[:phone].empty?
  end

  # Of a load: miles that dispatch has proposed. row - of pay_changes, or nil
  def self.proposed_miles(row)
    miles = row && row[:input]["miles"]
    row && { miles: miles && Figures.miles(BigDecimal(miles)), by: row[:asked_by] }
  end

  def self.two_people
    kept = Reads::Pay::Waiting.rules
    {
      drivers: kept.drivers,
      dollars: Figures.money(kept.dollars),
      rules: Core::Pay::SecondPerson::RULES.map { |rule| rule(rule, kept.rules[rule]) },
      second_administrator: kept.administrators > 1
    }
  end

  def self.rule(rule, row) =
    {
      rule:,
      title: Work::Pay::KeepTwoPeople::SAID.fetch(rule),
      on: row.nil? || row[:on],
      since: row && Figures.iso(row[:since]),
      by: row && row[:by]
    }

  # What the books say of rules that were switched, in sentences.
  def self.switched =
    Reads::Pay::Waiting.switched.map do |rule, row|
      "#{Work::Pay::KeepTwoPeople::SAID.fetch(rule)}: #{row[:on] ? "on" : "off"} since " \
        "#{row[:since_on].iso8601}, by #{row[:by]}"
    end
  private_class_method :one, :title, :what, :dollars, :rules, :note, :rule
end
