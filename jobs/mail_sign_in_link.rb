# frozen_string_literal: true

# Tells a person that somebody guesses passwords, with a link that lets them sign in meanwhile.
class Jobs::MailSignInLink < Que::Job
  def run(email:, token:)
    DB.transaction do
      Work::Company::AskNewPassword.mail_guessing(email, token, now: Clock.now)
      finish
    end
  end
end
