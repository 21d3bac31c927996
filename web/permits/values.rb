# frozen_string_literal: true

# A jurisdiction's values with how each is known, who last checked it and when; and which nobody has checked yet.
module Web::Permits::Values
  def self.of(code)
    rules = Reads::Permits::Rules.of(code)
    checked = Reads::Permits::Held.checked(code)
    {
      jurisdiction: code,
      name: rules.name,
      values:
        Core::Permits::Values.all(rules).map { |one| value(one, checked[[one.part.to_s, one.name.to_s]]) }
    }
  end

  # States with what nobody has checked, those first that loads are about to go through.
  def self.unsure
    used = Reads::Permits::Rules.in_use
    Reads::Permits::Rules
      .all
      .map { |code, rules| state(code, rules, used[code] || []) }
      .sort_by { |row| [-row[:loads].length, -row[:unsure].length, row[:name]] }
  end

  def self.state(code, rules, loads)
    {
      jurisdiction: code,
      name: rules.name,
      of: Core::Permits::Values.all(rules).length,
      unsure: Core::Permits::Values.unsure(rules).map { |one| value(one, nil) },
      loads:
    }
  end

  def self.value(one, checked)
    {
      **one.to_h.slice(:part, :name, :words, :known_by),
      value: one.value.is_a?(BigDecimal) ? Money.rate_text(one.value, places: 2) : one.value,
      in_dollars: one.value.is_a?(BigDecimal),
      source: checked ? checked[:source] : one.source,
      checked_by: checked && checked[:checked_by],
      checked_at: checked && checked[:checked_at].iso8601
    }
  end
  private_class_method :state, :value
end
