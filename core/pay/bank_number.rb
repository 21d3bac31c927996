# frozen_string_literal: true

# A routing number of the American banks: nine digits, the last a check digit (ABA).
module Core::Pay::BankNumber
  WEIGHTS = [3, 7, 1].freeze

  def self.good?(routing) =
    routing.match?(/\A\d{9}\z/) &&
      (routing.chars.each_with_index.sum { |digit, i| digit.to_i * WEIGHTS[i % 3] } % 10).zero?
end
