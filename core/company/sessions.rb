# frozen_string_literal: true

# How long a session lasts, and who proves twice who they are.
#
# Source: OWASP ASVS 4.0.3, 3.3.2 (12 hours at level 2, 30 minutes without use), 2.8 and 4.3.1 (a second factor for
# administration).
module Core::Company::Sessions
  # Whose hands are on money and on everybody's rights.
  GUARDED = %w[administrator settlement_clerk].freeze
  LONGEST_SECONDS = 12 * 3600
  IDLE_SECONDS = 30 * 60

  def self.guarded?(roles) = roles.intersect?(GUARDED)

  # age, idle - seconds since it began, and since a person last did something in it
  def self.over?(age:, idle:, roles:) =
    age > LONGEST_SECONDS || idle > (guarded?(roles) ? IDLE_SECONDS : LONGEST_SECONDS)
end
