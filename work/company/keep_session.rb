# frozen_string_literal: true

# A session that is used: whether it lives, and that it was used.
module Work::Company::KeepSession
  # So old may be what is known of a session's last use: all tabs of a person wait for one row otherwise.
  FRESH_SECONDS = 60

  # The id of a living session, nil for one that is over. ids - what it may be kept by; quiet - fetched by a
  # page, not by a person
  def self.call(account_id, ids, quiet:)
    living = Store::Company::Sessions.living(account_id, ids) or return
    Store::Company::Sessions.used(living[:id]) if living[:idle] >= FRESH_SECONDS && !quiet
    living[:id]
  end

  def self.lives?(account_id, ids) = !Store::Company::Sessions.living(account_id, ids).nil?
end
