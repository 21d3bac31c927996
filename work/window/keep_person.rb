# frozen_string_literal: true

# The people of a customer who may look: invited with a link by mail, by the carrier or by those of the customer who
# may.
module Work::Window::KeepPerson
  # input - { key:, name:, email:, may: of Core::Window::RIGHTS }. Returns the account's id.
  # Raises Refused `email_taken`, `no_payer`; Store::NotFound.
  def self.invite(customer_id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "invite_customers_person",
      by:,
      now:,
      input: input.merge(customer_id:)
    ) do |act|
      customer(customer_id)
      account_id = Work::Company::AddPerson.account(input.slice(:name, :email), ["customer"])
      Store::Window::People.insert(account_id:, customer_id:, may: Sequel.pg_array(input[:may], :text))
      Work::Company::Passwords.mail_link({ id: account_id, **input.slice(:name, :email) }, now, welcome: true)
      act.changed(
        "customer",
        customer_id,
        { person: [nil, input[:name]], email: [nil, input[:email]], may: [nil, input[:may]] }
      )
      account_id
    end
  end

  # input - { version:, may:, disabled: what is left out stays }. Who is disabled is signed out everywhere.
  # Raises Refused `own_account`; Store::NotFound; Work::Stale.
  def self.change(customer_id, account_id, input, by:, now:)
    Work::Act.once(nil, "change_customers_person", by:, now:) do |act|
      person = Store::Window::People.where(customer_id:, account_id:).for_update.first
      raise Store::NotFound.new("person", account_id) unless person
      Work::Stale.check(person, input[:version], of: ["customer", customer_id], yours: input) do
        { may: person[:may].to_a }
      end

      own = by.ref == "account:#{account_id}"
      if own && (input[:disabled] || (input[:may] && !input[:may].include?("invite")))
        raise Refused.new("own_account", "Somebody else takes that from you: ask them.", path: "/may")
      end

      before = { may: person[:may].to_a, disabled: Store::Company::Accounts.row(account_id)[:status_id] != 2 }
      after = before.merge(input.slice(:may, :disabled))
      write(account_id, person, after)
      act.changed(
        "customer",
        customer_id,
        { account_id:, **Work::Act.difference(before, after) }.except(:account_id)
      )
      account_id
    end
  end

  # What somebody wants to hear of, as he chooses himself. input - { told: of pickup, delay and delivery }
  def self.choose(input, by:, now:)
    Work::Act.once(nil, "choose_what_to_hear", by:, now:) do |act|
      person = Store::Window::People.where(account_id: by.id).for_update.first
      told = Sequel.pg_array(input[:told], :text)
      # Who hears of something already goes on hearing of all since then.
      told_from = person[:told].to_a.empty? ? now : person[:told_from]
      Store::Window::People.where(account_id: by.id).update(told:, told_from:)
      act.changed("customer", person[:customer_id], { told: [person[:told].to_a, input[:told]] })
    end
  end

  def self.write(account_id, person, after)
    Store::Window::People.where(account_id:).update(
      may: Sequel.pg_array(after[:may], :text),
      version: person[:version] + 1
    )
    Store::Company::Accounts.at(account_id).update(status_id: after[:disabled] ? 3 : 2)
    Store::Company::Sessions.of(account_id).delete if after[:disabled]
  end

  # Only who pays us has people here.
  def self.customer(id)
    row = Store::Fleet::Customers.lock_softly(id) or raise Store::NotFound.new("customer", id)
    return row if row[:payer] && !row[:retired]

    raise Refused.new(
            "no_payer",
            "#{row[:name]} pays for no loads: only payers' people look.",
            path: "/email"
          )
  end
  private_class_method :write, :customer
end
