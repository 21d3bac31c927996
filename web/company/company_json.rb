# frozen_string_literal: true

# The JSON of who is signed in, of people and of the trail.
module Web::Company::CompanyJson
  # factor - where who asks stands with the second factor: who has still to give it is not signed in yet
  def self.me(by, now, factor:, factors:)
    whole = by && Core::Company::Sessions.whole?(factor)
    found = Reads::Company.me(by&.id)
    me = {
      signed_in: whole || false,
      second_factor: factor,
      second_factors: factors || [],
      set_up: found.set_up,
      now: now.iso8601
    }
    return by ? { **me, email: found.account&.fetch(:email) } : me unless whole

    {
      **me,
      id: by.id,
      name: by.name,
      email: found.account&.fetch(:email),
      roles: by.roles,
      company: found.company[:name],
      demo: found.company[:demo],
      company_zone: found.zone
    }
  end

  def self.company = Reads::Company.row.slice(*Work::Company::ChangeCompany::FIELDS, :version)

  def self.person(row) =
    {
      **row.slice(:id, :name, :email, :has_password, :second_factor),
      roles: row[:roles].to_a,
      disabled: row[:status_id] != 2
    }

  # current - id of the session that asks
  def self.sessions(by, current) =
    Reads::Company
      .sessions(by.id)
      .map do |row|
        {
          **row.slice(:id, :address, :device),
          since: Web::Figures.iso(row[:created_at]),
          last_use: Web::Figures.iso(row[:last_use]),
          this: row[:id] == current
        }
      end

  # roles - of who reads it
  def self.audit(kind, id, roles) =
    Core::Company::Confidential
      .told(Reads::Company.audit(kind, id), kind, roles)
      .map { |row| row.merge(at: Web::Figures.iso(row[:at])) }
end
