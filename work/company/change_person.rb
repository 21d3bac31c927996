# frozen_string_literal: true

# Changes a person's roles, disables and enables them, or helps them in again. Whoever is disabled is signed out
# everywhere at once.
module Work::Company::ChangePerson
  # input - { roles:, disabled: }. Returns the id. Raises Store::NotFound, Refused `own_account`.
  def self.call(id, input, by:, now:)
    Work::Act.once(nil, "change_person", by:, now:) do |act|
      account = row(id)
      if by.ref == "account:#{id}" &&
           (input[:disabled] || (input[:roles] && !input[:roles].include?("administrator")))
        raise Refused.new(
                "own_account",
                "Nobody takes the administrator's place from themselves: ask another administrator.",
                path: "/disabled"
              )
      end

      before = { roles: account[:roles].to_a, disabled: account[:status_id] != 2 }
      after = before.merge(input.slice(:roles, :disabled))
      Store::Company::Accounts.at(id).update(
        roles: Sequel.pg_array(after[:roles], :text),
        status_id: after[:disabled] ? 3 : 2
      )
      Store::Company::Sessions.of(id).delete if after[:disabled]
      act.changed("person", id, Work::Act.difference(before, after))
      id
    end
  end

  # Mails another link to a password. input - { key: }. Returns the id.
  def self.mail_link(id, input, by:, now:)
    Work::Act.once(input[:key], "mail_sign_in_link", by:, now:, input: input.merge(id:)) do |act|
      account = row(id)
      welcome = Store::Company::PasswordHashes.at(id).empty?
      Work::Company::Passwords.mail_link(account, now, welcome:)
      act.changed("person", id, { link: [nil, account[:email]] })
      id
    end
  end

  # Takes the second factor of who has lost the phone and the codes; they are signed out everywhere and set up another.
  # Returns the id. Raises Refused `own_account`.
  def self.reset_second_factor(id, input, by:, now:)
    Work::Act.once(input[:key], "reset_second_factor", by:, now:, input: input.merge(id:)) do |act|
      row(id)
      if by.ref == "account:#{id}"
        raise Refused.new("own_account", "Another administrator does that for you.", path: "")
      end

      [Store::Company::OtpKeys, Store::Company::RecoveryCodes].each { |table| table.at(id).delete }
      Store::Company::SecurityKeys.where(account_id: id).delete
      Store::Company::Sessions.of(id).delete
      act.changed("person", id, { second_factor: ["set up", nil] })
      id
    end
  end

  # Of the company's own: a customer's people are his (Work::Window::KeepPerson).
  def self.row(id)
    account = Store::Company::Accounts.lock(id)
    return account if account && Store::Window.person(id).nil?

    raise Store::NotFound.new("person", id)
  end
  private_class_method :row
end
