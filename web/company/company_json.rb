# frozen_string_literal: true

# The JSON of who is signed in, of people and of the trail.
module Web::Company::CompanyJson
  def self.me(by, now)
    found = Reads::Company.me(by&.id)
    me = { signed_in: !by.nil?, set_up: found.set_up, now: now.iso8601 }
    return me unless by

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
    { **row.slice(:id, :name, :email), roles: row[:roles].to_a, disabled: row[:status_id] != 2 }

  # roles - of who reads it
  def self.audit(kind, id, roles) =
    Core::Company::Confidential
      .told(Reads::Company.audit(kind, id), kind, roles)
      .map { |row| row.merge(at: Web::Figures.iso(row[:at])) }
end
