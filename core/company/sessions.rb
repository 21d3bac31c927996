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

  # Where a person stands with the second factor: given, asked (there is one, not given in this session yet), to_set_up
  # (the role needs one) or none.
  #
  # factor - given, asked, or none where none is set up; required - whether guarded roles must have one
  def self.standing(factor, roles, required:)
    factor == "none" && required && guarded?(roles) ? "to_set_up" : factor
  end

  # Whether somebody who stands so is signed in at all.
  def self.whole?(standing) = !%w[asked to_set_up].include?(standing)

  # age, idle - seconds since it began, and since a person last did something in it
  def self.over?(age:, idle:, roles:) =
    age > LONGEST_SECONDS || idle > (guarded?(roles) ? IDLE_SECONDS : LONGEST_SECONDS)
end
