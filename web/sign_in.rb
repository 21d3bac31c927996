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
    instance_exec(&Web::SignInFactors::SET_UP)
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
    no_matching_login_error_status 401
    unopen_account_error_status 401
    # As long as where there is somebody.
    after_no_matching_login { password_hash_match?(Work::Company::Passwords.nobodys, param(password_param)) }
    before_login_attempt do
      password_hash_match?(Work::Company::Passwords.nobodys, param(password_param)) unless open_account?
    end
    active_sessions_insert_hash do
      super().merge(address: request.ip.to_s, device: request.user_agent.to_s[0, 300])
    end
    currently_active_session? do
      key = session[session_id_session_key] or next false
      account_id, ids, env = session_value, compute_hmacs(key), scope.env
      id = Work::Company::KeepSession.call(account_id, ids, quiet: !env[QUIET].nil?) or next false
      env[SESSION] = id
      env[LIVES] = -> { Work::Company::KeepSession.lives?(account_id, ids) }
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
    env[FACTORS_SET] = -> do
      Web::SignInFactors::NAMES.values_at(*rodauth.possible_authentication_methods).compact
    end
  end

  def factor
    return "none" unless rodauth.uses_two_factor_authentication?

    rodauth.two_factor_authenticated? ? "given" : "asked"
  end
end
