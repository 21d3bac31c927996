# frozen_string_literal: true

require "digest"

# Makes the company, its first terminal and its first administrator, with the code that the first start
# printed.
module Work::Company::SetUp
  CODE_ALPHABET = [*"A".."H", "J", "K", *"M".."N", *"P".."Z", *"2".."9"].freeze

  # Who begins does everything, until there are others.
  EVERY_ROLE = %w[administrator dispatcher settlement_clerk permit_clerk safety].freeze

  # Returns a new code for a company that is not set up yet; what was printed before no longer holds.
  def self.issue_code
    code = Array.new(12) { CODE_ALPHABET.sample(random: SecureRandom) }.each_slice(4).map(&:join).join("-")
    setup_code_digest = Digest::SHA256.hexdigest(code)
    unless Store::Company::Companies.once({ id: 1, name: "", setup_code_digest: }, key: :id)
      Store::Company::Companies.at(1).update(setup_code_digest:)
    end
    code
  end

  # Raises Refused `wrong_code`, `already_set_up`, and what AddTerminal and AddPerson refuse.
  def self.call(input, now:)
    DB.transaction do
      company = Store::Company::Companies.for_update.first
      if company.nil? || company[:setup_code_digest].nil?
        raise Refused.new("already_set_up", "This company is set up already: sign in.")
      end
      unless company[:setup_code_digest] == Digest::SHA256.hexdigest(input[:code].strip.upcase)
        raise Refused.new("wrong_code", "That is not the code that the first start printed.", path: "/code")
      end

      Work::Company::Passwords.check(input[:password], near: input.values_at(:name, :email, :company))
      Store::Company::Companies.update(name: input[:company].strip, setup_code_digest: nil)
      by = Work::Actor.system
      Work::Company::AddTerminal.call(input[:terminal], by:, now:, path: "/terminal")
      Work::Company::AddPerson.call({ **input.slice(:name, :email, :password), roles: EVERY_ROLE }, by:, now:)
    end
  end
end
