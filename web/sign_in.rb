# frozen_string_literal: true

require "rodauth"
require "roda"

# Sign-in with a second factor, sign-out, new passwords, with an audit of each; says who is behind a request, and
# whether the second factor is still to be given.
class Web::SignIn < Roda
  ACCOUNT_ID = "crew_ledger.account_id"
  # given, asked (there is one, not given yet) or none
  FACTOR = "crew_ledger.second_factor"
  # Says which factors there are: app, key, recovery.
  FACTORS_SET = "crew_ledger.second_factors"
  # Id of the session.
  SESSION = "crew_ledger.session"
  # What tells whether the session of an open connection lives on.
  LIVES = "crew_ledger.session_lives"
  # So old may be what is known of a session's last use: all tabs of a person wait for one row otherwise.
  KEPT_FRESH_SECONDS = 60
  # What a page fetches by itself is no use of a session by a person.
  QUIET = "HTTP_X_QUIET"

  WRONG = "That address and password do not fit together."
  # What Rodauth tells apart and a stranger is not to.
  SAME = { "/api/auth/sign-in" => { code: "wrong_sign_in", message: WRONG, path: "" } }.freeze
  SAID = { "invalid_reset_password_key" => "This link was used or is too old: ask for another one." }.freeze
  # Beside an error or a success, what the next step needs.
  EXTRAS = %w[
    otp_secret
    otp_raw_secret
    codes
    webauthn_setup
    webauthn_setup_challenge
    webauthn_setup_challenge_hmac
    webauthn_auth
    webauthn_auth_challenge
    webauthn_auth_challenge_hmac
    webauthn_remove
  ].freeze
  # What each way of proving it is called outside.
  FACTORS = { "totp" => "app", "webauthn" => "key", "recovery_code" => "recovery" }.freeze
  RECOVERY_CODES = 10

  opts[:sessions_convert_symbols] = true # the session is kept as JSON
  plugin :middleware
  plugin :json_parser, content_type_regexp: %r{\Aapplication/json\b}i
  plugin :rodauth, json: :only, csrf: false do
    enable :json,
           :login,
           :logout,
           :change_password,
           :reset_password,
           :active_sessions,
           :audit_logging,
           :argon2,
           :otp,
           :recovery_codes,
           :webauthn
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
    # The link is asked for elsewhere, where no answer tells whether there is such an address.
    reset_password_request_route nil
    reset_password_route "new-password"
    otp_setup_route "second-factor"
    otp_disable_route "second-factor-off"
    otp_auth_route "code"
    recovery_auth_route "recovery-code"
    recovery_codes_route "recovery-codes"
    webauthn_setup_route "security-key"
    webauthn_auth_route "security-key-sign-in"
    webauthn_remove_route "security-key-off"
    webauthn_setup_js_route nil
    webauthn_auth_js_route nil
    webauthn_rp_name "Crew Ledger"
    webauthn_setup_error_flash "That key was not added: try again."
    webauthn_auth_error_flash "That is not one of your keys."
    webauthn_remove_error_flash "That key was not taken away."
    webauthn_duplicate_webauthn_id_message "That key is there already."
    otp_issuer { "Crew Ledger" }
    require_password_confirmation? false
    password_minimum_length Core::Company::Password::SHORTEST
    password_meets_requirements? do |password|
      why = Core::Company::Password.why_not(password, near: Work::Company::Passwords.near(account))
      why.nil? || (set_password_requirement_error_message(:weak_password, why) && false)
    end
    session_lifetime_deadline Core::Company::Sessions::LONGEST_SECONDS
    set_error_reason { |reason| json_response["reason"] = reason.to_s }
    # Errors in the one form that the client knows.
    json_response_body do |answer|
      field, field_message = answer["field-error"]
      problem =
        answer["error"] &&
          {
            code: answer["reason"] || "refused",
            message: field_message || SAID[answer["reason"].to_s] || answer["error"],
            path: field ? "/#{field}" : "",
            **SAME.fetch(request.path, {}),
            request_id: scope.env[Web::RequestLog::ID]
          }
      extras = answer.transform_keys(&:to_s).slice(*EXTRAS)
      if extras["otp_secret"]
        extras["picture"] = Web::SecondFactor.picture(extras["otp_secret"], account[:email])
      end
      JSON.generate({ **(problem ? { error: problem } : { message: answer["success"].to_s }), **extras })
    end
    invalid_password_message "That is not your password."
    login_notice_flash "Signed in."
    logout_notice_flash "Signed out."
    change_password_notice_flash "The password is changed."
    change_password_error_flash "The password was not changed."
    reset_password_notice_flash "The password is set: sign in with it."
    reset_password_error_flash "The password was not set."
    otp_setup_error_flash "Type the six digits that the app shows now."
    otp_invalid_auth_code_message "Those are not the digits that the app shows now."
    otp_auth_error_flash "Those are not the digits that the app shows now."
    otp_lockout_error_flash "Too many wrong codes: use one of your recovery codes, or ask an administrator."
    invalid_recovery_code_message "That is none of your recovery codes, or it was used."
    invalid_recovery_code_error_flash "That is none of your recovery codes, or it was used."
    no_matching_login_error_status 401
    unopen_account_error_status 401
    # As long as where there is somebody.
    after_no_matching_login { password_hash_match?(Work::Company::Passwords.nobodys, param(password_param)) }
    # A code is kept as its digest, shown once.
    auto_add_recovery_codes? false
    recovery_codes_limit RECOVERY_CODES
    new_recovery_code { Work::Company::Passwords.recovery_code }
    recovery_code_match? do |code|
      recovery_codes_ds.where(code: compute_hmacs(code.strip.downcase)).delete == 1
    end
    before_add_recovery_codes { recovery_codes_ds.delete }
    add_recovery_code do
      code = new_recovery_code
      recovery_codes_ds.insert(id: session_value, code: compute_hmac(code))
      (@shown_codes ||= []) << code
    end
    can_add_recovery_codes? { true }
    before_view_recovery_codes do
      json_response["codes"] = @shown_codes || []
      json_response["success"] ||= ""
    end
    active_sessions_insert_hash do
      super().merge(address: request.ip.to_s, device: request.user_agent.to_s[0, 300])
    end
    currently_active_session? do
      key = session[session_id_session_key] or next false
      living = Store::Company::Sessions.living(session_value, ids = compute_hmacs(key)) or next false
      scope.env[SESSION] = living[:id]
      scope.env[LIVES] = -> { !Store::Company::Sessions.living(session_value, ids).nil? }
      if living[:idle] >= KEPT_FRESH_SECONDS && scope.env[QUIET].nil?
        Store::Company::Sessions.used(living[:id])
      end
      true
    end
    # A new password ends every other session.
    after_change_password do
      remove_all_active_sessions_except_current
      Work::Company::EndSessions.tell(session_value)
    end
    after_reset_password do
      remove_all_active_sessions
      Work::Company::EndSessions.tell(account_id)
    end
    after_logout { Work::Company::EndSessions.tell(@left) if @left }
    before_logout do
      @left = session_value
      super()
    end
  end

  route do |r|
    env[ACCOUNT_ID] = nil
    next unless r.path.start_with?("/api/")

    r.on("api/auth") { r.rodauth }
    next if r.path.start_with?("/api/cab", "/api/asks", "/api/hooks")

    if rodauth.logged_in?
      rodauth.currently_active_session? ? stand : rodauth.clear_session
    end
  end

  def stand
    env[ACCOUNT_ID] = rodauth.session_value
    env[FACTOR] = factor
    # Four looks into the database, for who asks.
    env[FACTORS_SET] = -> { FACTORS.values_at(*rodauth.possible_authentication_methods).compact }
  end

  def factor
    return "none" unless rodauth.uses_two_factor_authentication?

    rodauth.two_factor_authenticated? ? "given" : "asked"
  end
end
