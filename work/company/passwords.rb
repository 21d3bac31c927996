# frozen_string_literal: true

require "argon2"

# How passwords are hashed, here and at sign-in: Argon2id, RFC 9106's second recommendation (64 MiB, 3
# passes), less in tests. And the one-time links by which people set their own.
module Work::Company::Passwords
  COST =
    (
      if Settings.environment == "test"
        { t_cost: 1, m_cost: 5, p_cost: 1 }
      else
        { t_cost: 3, m_cost: 16, p_cost: 4 }.freeze
      end
    )
  LINK_DAYS = 1
  # Who is new may be away for some days.
  WELCOME_DAYS = 7
  # No letters and digits that are mistaken for each other.
  CODE_ALPHABET = [*"a".."h", "j", "k", *"m".."n", *"p".."z", *"2".."9"].freeze

  def self.hash(password) = Argon2::Password.new(**COST).create(password)

  # What a password of nobody is held against, so that an address that is not here takes as long.
  def self.nobodys = @nobodys ||= hash(SecureRandom.hex)

  def self.recovery_code =
    Array.new(10) { CODE_ALPHABET.sample(random: SecureRandom) }.each_slice(5).map(&:join).join("-")

  # What a stranger would try. account - row, or nil
  def self.near(account) =
    [account&.fetch(:name), account&.fetch(:email), Store::Company.row&.fetch(:name)].compact.map(&:to_s)

  # Raises Refused `weak_password`.
  def self.check(password, near:)
    why = Core::Company::Password.why_not(password, near:) or return
    raise Refused.new("weak_password", why, path: "/password")
  end

  # Within a transaction: mails a link by which a person sets a password, instead of any that was out.
  def self.mail_link(account, now, welcome: false)
    key = SecureRandom.urlsafe_base64(32)
    days = welcome ? WELCOME_DAYS : LINK_DAYS
    Store::Company::ResetKeys.keep(
      { id: account[:id], key:, deadline: Time.now + (days * 86_400), email_last_sent: Time.now },
      key: :id
    )
    subject, body = words(account, token(account[:id], key), days, welcome)
    Jobs::SendMail.write(account[:email], subject, body, now)
  end

  # As Rodauth reads it: the key's own code goes out, not what the database holds.
  def self.token(account_id, key)
    code = [OpenSSL::HMAC.digest("SHA256", Settings.secret, key)].pack("m").chomp("=\n").tr("+/", "-_")
    "#{account_id}_#{code}"
  end

  # The key stands behind the #, so that it is in nobody's log.
  def self.words(account, token, days, welcome)
    company = Store::Company.row[:name]
    link = "#{Settings.public_url}/new-password#key=#{token}"
    within = days == 1 ? "within a day" : "within #{days} days"
    if welcome
      ["Sign in at #{company}", "#{account[:name]},\n\nset your password #{within}:\n\n#{link}\n\n#{company}"]
    else
      [
        "A new password for #{company}",
        "#{account[:name]},\n\nset a new password #{within}:\n\n#{link}\n\nIf you did not ask for it, do nothing: " \
          "the old one holds.\n\n#{company}"
      ]
    end
  end
  private_class_method :token, :words
end
