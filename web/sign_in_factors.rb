# frozen_string_literal: true

# The second factor at sign-in: an app's codes, security keys, and recovery codes for who has neither at hand.
module Web::SignInFactors
  # What each way of proving it is called outside.
  NAMES = { "totp" => "app", "webauthn" => "key", "recovery_code" => "recovery" }.freeze
  RECOVERY_CODES = 10

  # Rodauth's settings of them, read where the others are.
  SET_UP =
    proc do
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
      otp_setup_error_flash "Type the six digits that the app shows now."
      otp_invalid_auth_code_message "Those are not the digits that the app shows now."
      otp_auth_error_flash "Those are not the digits that the app shows now."
      otp_lockout_error_flash "Too many wrong codes: use one of your recovery codes, or ask an administrator."
      invalid_recovery_code_message "That is none of your recovery codes, or it was used."
      invalid_recovery_code_error_flash "That is none of your recovery codes, or it was used."
      # A code is kept as its digest, shown once.
      auto_add_recovery_codes? false
      # They stand in for an app or a key: without either they would be asked for and nothing else.
      auto_remove_recovery_codes? true
      recovery_codes_limit Web::SignInFactors::RECOVERY_CODES
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
    end
end
