# frozen_string_literal: true

# The company, its terminals, its people and the audit trail.
module Store::Company
  Accounts = Store::Table.of(:accounts)
  Companies = Store::Table.of(:company)
  Terminals = Store::Table.of(:terminals)
  IdempotencyKeys = Store::Table.of(:idempotency_keys)
  AuditEntries = Store::Table.of(:audit_entries)
  PasswordHashes = Store::Table.of(:account_password_hashes)
  ResetKeys = Store::Table.of(:account_password_reset_keys)
  OtpKeys = Store::Table.of(:account_otp_keys)
  RecoveryCodes = Store::Table.of(:account_recovery_codes)
  SecurityKeys = Store::Table.of(:account_webauthn_keys)

  def self.row = DB[:company].first
  def self.set_up? = !DB[:company].where(setup_code_digest: nil).empty?

  # A driver's day is a day of his home terminal's zone: a TZInfo::Timezone.
  def self.zone_of_driver(driver_id) =
    TZInfo::Timezone.get(
      terminals
        .join(:drivers, terminal_id: Sequel[:terminals][:id])
        .where(Sequel[:drivers][:id] => driver_id)
        .get(:zone)
    )

  # The day by the company's clock, that of its first terminal.
  def self.day_of(now) = zone.to_local(now).to_date
  def self.zone = TZInfo::Timezone.get(terminals.get(:zone) || "UTC")

  def self.terminals
    DB[:terminals]
      .join(:zips, zip: :zip)
      .order(Sequel[:terminals][:id])
      .select(
        Sequel[:terminals][:id],
        :name,
        Sequel[:terminals][:zip],
        :town,
        :state,
        :zone,
        :latitude,
        :longitude
      )
  end

  # The company's own people, with whether they have set a password, and a second factor.
  def self.accounts =
    DB[:accounts]
      .exclude(id: DB[:customer_people].select(:account_id))
      .order(:name)
      .select(:id, :name, :email, :roles, :status_id)
      .select_append(
        Sequel.as({ id: DB[:account_password_hashes].select(:id) }, :has_password),
        Sequel.as(
          Sequel.|(
            { id: DB[:account_otp_keys].select(:id) },
            { id: DB[:account_webauthn_keys].select(:account_id) }
          ),
          :second_factor
        )
      )

  # An open account, or nil: a disabled person is nobody.
  def self.account(id) = DB[:accounts].first(id:, status_id: 2)

  def self.audit(record_kind, record_id, limit: 200)
    DB[:audit_entries]
      .where(record_kind:, record_id:)
      .reverse(:id)
      .limit(limit)
      .select(:id, :at, :who, :act, :why, :changes)
  end

  def self.sign_ins(limit: 100)
    DB[:account_authentication_audit_logs]
      .join(:accounts, id: :account_id)
      .reverse(Sequel[:account_authentication_audit_logs][:id])
      .limit(limit)
      .select(Sequel[:account_authentication_audit_logs][:at], :name, :message)
  end

  # Records of every kind that hold the words, a few of each, for the search box.
  def self.search(query, each: 6)
    words = Store::Words.of(query)
    return [] if words.empty?

    Store::Search.hits(words, each)
  end
end
