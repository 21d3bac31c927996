# frozen_string_literal: true

# Mails a link to a new password, if there is such a person.
class Jobs::MailNewPassword < Que::Job
  def run(email:)
    DB.transaction do
      Work::Company::AskNewPassword.mail(email, now: Clock.now)
      finish
    end
  end
end
