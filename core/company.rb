# frozen_string_literal: true

# The company itself: the numbers that offices know it by, and its first steps.
module Core::Company
  # A carrier's USDOT number, with or without its letters: digits, or nil for what is none.
  # Source: 49 CFR 390.21(b)(2), "the identification number issued by FMCSA, preceded by the letters USDOT";
  # its length
  # from memory.
  def self.usdot_number(text) = text.strip[/\A(?:US ?DOT)?[ #-]*(\d{1,8})\z/i, 1]

  # A docket number of operating authority: "MC-123456", or nil for what is none. Common practice.
  def self.carrier_number(text)
    found = text.strip.upcase.match(/\A(?:(MC|MX|FF)[ #-]*)?(\d{1,8})\z/)
    found && "#{found[1] || "MC"}-#{found[2]}"
  end

  # What is next for a company that begins, in order, with what is missing.
  #
  # facts - FirstSteps::Facts
  #
  # Returns Array of FirstSteps::Step.
  def self.first_steps(facts) = FirstSteps.new(facts).all
end
