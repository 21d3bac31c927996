# frozen_string_literal: true

# Reads a jurisdiction's file of data/jurisdictions.
module Core::Permits::Jurisdiction
  P = Core::Permits

  def self.rules(document)
    known = ->(part) do
      document
        .fetch(part)
        .except(:curfews)
        .transform_values { |(value, known_by, source)| P::Known.new(value:, known_by:, source:) }
    end
    P::Rules.new(
      **document.slice(:jurisdiction, :name, :in_force_from, :office, :checked),
      **%i[legal routine permit travel].to_h { |part| [part, known.call(part)] },
      escorts: document[:escorts].map { |row| P::Escort.new(pole: false, **row, of: row[:of].to_sym) },
      curfews: document[:travel][:curfews].map { |row| P::Curfew.new(**row) },
      fees:
        document[:fees].map do |row|
          P::Fee.new(
            amount: nil,
            steps: nil,
            **row,
            of: row[:of]&.to_sym,
            **(row[:amount] ? { amount: BigDecimal(row[:amount]) } : {})
          )
        end
    )
  end
end
