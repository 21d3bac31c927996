# frozen_string_literal: true

require "rodauth"
require "roda"

# Sign-in, sign-out, lock-out and change of password, with an audit of each; says who is behind a request.
class Web::SignIn < Roda
  ACCOUNT_ID = "crew_ledger.account_id"
  # So old may be what is known of a session's last use; it ends after a day without any.
  KEPT_FRESH = "1 minute"

  plugin :middleware
  plugin :json_parser, content_type_regexp: %r{\Aapplication/json\b}i
  plugin :rodauth, json: :only, csrf: false do
    enable :json, :login, :logout, :lockout, :change_password, :active_sessions, :audit_logging, :argon2
    db DB
    prefix "/api/auth"
    hmac_secret Settings.secret
    password_hash_cost Work::Company::Passwords::COST
    use_database_authentication_functions? false
    require_mail? false
    require_bcrypt? false # Argon2 only
    # Signing in again is no mistake: it begins a new session.
    already_logged_in { nil }
    domain { request.host }
    skip_status_checks? false # who is disabled stays out
    login_param "email"
    login_column :email
    login_route "sign-in"
    logout_route "sign-out"
    change_password_route "password"
    unlock_account_route nil
    unlock_account_request_route nil
    require_password_confirmation? false
    password_minimum_length 10
    max_invalid_logins 8
    account_lockouts_deadline_interval minutes: 15
    # Errors in the one form that the client knows.
    json_response_body do |answer|
      field, field_message = answer["field-error"]
      problem =
        answer["error"] &&
          {
            code: answer["reason"] || "refused",
            message: field_message || answer["error"],
            path: field ? "/#{field}" : "",
            request_id: scope.env[Web::RequestLog::ID]
          }
      JSON.generate(problem ? { error: problem } : { message: answer["success"] })
    end
    login_error_flash "That address and password do not fit together."
    invalid_password_message "That address and password do not fit together."
    no_matching_login_message "That address and password do not fit together."
    login_lockout_error_flash "Too many wrong passwords: locked for 15 minutes."
    login_notice_flash "Signed in."
    logout_notice_flash "Signed out."
    change_password_notice_flash "The password is changed."
    change_password_error_flash "The password was not changed."
    no_matching_login_error_status 401
    # A look a request, and a write a minute: all tabs of a person wait for one row otherwise.
    currently_active_session? do
      key = session[session_id_session_key] or next false
      mine = active_sessions_ds.where(session_id: compute_hmacs(key))
      since =
        mine.exclude(inactive_session_cond).get(Sequel.lit("now() - last_use < ?::interval", KEPT_FRESH))
      next since unless since == false

      remove_inactive_sessions
      mine.update(last_use: Sequel::CURRENT_TIMESTAMP) == 1
    end
    # A new password ends every other session.
    after_change_password { remove_all_active_sessions_except_current }
  end

  route do |r|
    env[ACCOUNT_ID] = nil
    next unless r.path.start_with?("/api/")

    r.on("api/auth") { r.rodauth }
    next if r.path.start_with?("/api/cab", "/api/asks", "/api/hooks")

    if rodauth.logged_in?
      rodauth.currently_active_session? ? env[ACCOUNT_ID] = rodauth.session_value : rodauth.clear_session
    end
  end
end
