# frozen_string_literal: true

# Somebody cannot sign in: a link goes to that address if it is of a person here. Whoever asks is told nothing.
module Work::Company::AskNewPassword
  # Not more often, whoever asks.
  APART_SECONDS = 300

  # Later, by the worker, so that the answer takes as long for an address that is nobody's.
  def self.ask(email) = Jobs::MailNewPassword.enqueue(email:)

  def self.mail(email, now:)
    account = Store::Company::Accounts.first(email:, status_id: 2) or return
    last = Store::Company::ResetKeys.at(account[:id]).get(:email_last_sent)
    Work::Company::Passwords.mail_link(account, now) if last.nil? || Time.now - last > APART_SECONDS
  end

  # Somebody guesses: whose address it is hears of it. token - as below
  def self.guessed(email, token) = Jobs::MailSignInLink.enqueue(email:, token:)

  # token - what lets the device in that opens the link
  def self.mail_guessing(email, token, now:)
    account = Store::Company::Accounts.first(email:, status_id: 2) or return
    Jobs::SendMail.write(
      account[:email],
      "Somebody is guessing your password",
      "#{account[:name]},\n\nmany wrong passwords were tried with this address, " \
        "and sign-in is slowed down for others. " \
        "You get in from here with your password, within a day:\n\n#{Settings.public_url}/sign-in#device=#{token}" \
        "\n\n#{Store::Company.row[:name]}",
      now
    )
  end
end
