# frozen_string_literal: true

# Changes a person's roles, or disables and enables them. Whoever is disabled is signed out everywhere at
# once.
module Work::Company::ChangePerson
  def self.call(id, input, by:, now:)
    Work::Act.once(nil, "change_person", by:, now:) do |act|
      account = Store::Company::Accounts.lock(id) or raise Store::NotFound.new("person", id)
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
      Store::Company::SessionKeys.where(account_id: id).delete if after[:disabled]
      act.changed("person", id, Work::Act.difference(before, after))
      id
    end
  end
end
