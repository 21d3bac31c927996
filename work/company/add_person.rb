# frozen_string_literal: true

require "argon2"

# Adds a person who signs in: with a link by mail, by which they set a password that nobody else knows.
module Work::Company::AddPerson
  # input - { key:, name:, email:, roles:, password: of who sets the company up, checked by then }
  # Returns the id. Raises Refused `email_taken`.
  def self.call(input, by:, now:)
    # The password is no part of what is kept of a request, not even as a digest.
    Work::Act.once(input[:key], "add_person", by:, now:, input: input.except(:password)) do |act|
      id = account(input.slice(:name, :email), input[:roles])
      if input[:password]
        password_hash = Work::Company::Passwords.hash(input[:password])
        Store::Company::PasswordHashes.insert(id:, password_hash:)
      else
        Work::Company::Passwords.mail_link({ id:, **input.slice(:name, :email) }, now, welcome: true)
      end
      act.changed(
        "person",
        id,
        { name: [nil, input[:name]], email: [nil, input[:email]], roles: [nil, input[:roles]] }
      )
      id
    end
  end

  # Within an act: the account alone. Returns its id. Raises Refused `email_taken`.
  def self.account(person, roles)
    if Store::Company::Accounts.first(email: person[:email])
      raise Refused.new("email_taken", "Somebody signs in with that address already.", path: "/email")
    end

    Store::Company::Accounts.insert(**person, roles: Sequel.pg_array(roles, :text))
  end
end
