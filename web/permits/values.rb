# frozen_string_literal: true

# A jurisdiction's values with how each is known, who last checked it and when.
module Web::Permits::Values
  def self.of(code)
    rules = Reads::Permits::Rules.of(code)
    checked = Reads::Permits::Held.checked(code)
    values =
      %i[legal routine permit travel].flat_map do |part|
        rules
          .public_send(part)
          .map { |name, known| value(part, name, known, checked[[part.to_s, name.to_s]]) }
      end
    { jurisdiction: code, name: rules.name, values: }
  end

  def self.value(part, name, known, checked)
    {
      part:,
      name:,
      value: known.value,
      known_by: known.known_by,
      source: known.source,
      checked_by: checked && checked[:checked_by],
      checked_at: checked && checked[:checked_at].iso8601
    }
  end
  private_class_method :value
end
