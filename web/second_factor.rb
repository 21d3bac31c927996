# frozen_string_literal: true

# Where a person stands with the second factor.
module Web::SecondFactor
  # As Core::Company::Sessions.standing tells it.
  def self.standing(env)
    factor, actor = env[Web::SignIn::FACTOR] || "none", env[Web::Gate::ACTOR]
    return factor unless factor == "none" && actor

    Core::Company::Sessions.standing(factor, actor.roles, required: required?)
  end

  def self.required? =
    Settings.second_factor ? Settings.second_factor == "required" : !Reads::Company.row[:demo]
  private_class_method :required?

  # A QR code of what an authenticator app reads, as a picture in the page (otpauth, a de facto standard of such apps).
  def self.picture(secret, email)
    RQRCode::QRCode.new(ROTP::TOTP.new(secret, issuer: "Crew Ledger").provisioning_uri(email)).as_svg(
      module_size: 5,
      viewbox: true,
      use_path: true,
      offset: 20,
      fill: "ffffff"
    )
  end
end
