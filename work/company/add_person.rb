# frozen_string_literal: true

require "argon2"

# Adds a person who signs in.
module Work::Company::AddPerson
  def self.call(input, by:, now:)
    # The password is no part of what is kept of a request, not even as a digest.
    Work::Act.once(input[:key], "add_person", by:, now:, input: input.except(:password)) do |act|
      if Store::Company::Accounts.first(email: input[:email])
        raise Refused.new("email_taken", "Somebody signs in with that address already.", path: "/email")
      end

      id =
        Store::Company::Accounts.insert(
          **input.slice(:email, :name),
          roles: Sequel.pg_array(input[:roles], :text)
        )
      Store::Company::PasswordHashes.insert(
        id:,
        password_hash: Work::Company::Passwords.hash(input[:password])
      )
      act.changed(
        "person",
        id,
        { name: [nil, input[:name]], email: [nil, input[:email]], roles: [nil, input[:roles]] }
      )
      id
    end
  end
end
