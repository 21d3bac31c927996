# frozen_string_literal: true

require "argon2"

# How passwords are hashed, here and at sign-in: Argon2id, RFC 9106's second recommendation (64 MiB, 3
# passes), less in tests.
module Work::Company::Passwords
  COST =
    (
      if Settings.environment == "test"
        { t_cost: 1, m_cost: 5, p_cost: 1 }
      else
        { t_cost: 3, m_cost: 16, p_cost: 4 }.freeze
      end
    )

  def self.hash(password) = Argon2::Password.new(**COST).create(password)
end
