# frozen_string_literal: true

# The company's JSON.
module Web::Company::Present
  def self.me(by, now)
    company = Store::Company.row
    me = { signed_in: !by.nil?, set_up: Store::Company.set_up?, now: now.iso8601 }
    return me unless by

    me.merge(
      id: by.id,
      name: by.name,
      email: DB[:accounts].where(id: by.id).get(:email),
      roles: by.roles,
      company: company[:name],
      demo: company[:demo],
      company_zone: Store::Company.terminals.first&.fetch(:zone) || "UTC"
    )
  end

  def self.person(row) =
    { **row.slice(:id, :name, :email), roles: row[:roles].to_a, disabled: row[:status_id] != 2 }

  # What an id in the trail refers to is read by its name.
  NAMED = {
    "terminal_id" => %i[terminals name],
    "customer_id" => %i[customers name],
    "place_id" => %i[places name]
  }.freeze

  def self.audit(row)
    changes =
      row[:changes].to_h do |field, pair|
        NAMED.key?(field) ? [field.delete_suffix("_id"), pair.map { |id| named(field, id) }] : [field, pair]
      end
    row.merge(at: row[:at].iso8601, changes:)
  end

  def self.named(field, id)
    table, column = NAMED.fetch(field)
    id && (DB[table].where(id:).get(column) || id)
  end
  private_class_method :named
end
