# frozen_string_literal: true

require "zxcvbn"

# Whether a password is worth the name.
#
# Source: NIST SP 800-63B, 5.1.1.2 (length, common words, context); 12 characters are OWASP ASVS 4.0.3, 2.1.1. How soon
# one is guessed is told by the word lists of a library.
module Core::Company::Password
  SHORTEST = 12
  LONGEST = 200
  # Of 4: fewer guesses than a hundred million do not outlast a thief of the database.
  LEAST_SCORE = 2
  # Of a name or an address, what is worth a look.
  PART = /[[:alnum:]]{3,}/

  # near - Array of texts that a stranger would try: the person's name and address, the company's name
  #
  # Returns a sentence, or nil where it will do.
  def self.why_not(password, near: [])
    return "Use #{SHORTEST} characters or more: a few words do." if password.length < SHORTEST
    return "Use #{LONGEST} characters at most." if password.length > LONGEST

    words = near.flat_map { |text| [text, *text.scan(PART)] }.map(&:downcase).uniq
    if words.any? { |word| word.length > 3 && password.downcase.include?(word) }
      return "Leave out your name, your address and the company's: they are tried first."
    end
    return if tester.test(password, words).score >= LEAST_SCORE

    "That is guessed too soon: use words that do not belong together."
  end

  def self.tester = @tester ||= Zxcvbn::Tester.new
  private_class_method :tester
end
