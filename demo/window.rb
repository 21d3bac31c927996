# frozen_string_literal: true

# Customers' people who look, of two customers; one of them lets the others in and sees the bills.
class Demo::Window
  # which customer; name, address, what they may beside looking
  PEOPLE = [
    [0, "Dora Quill", "dora@treasurebasin.example", %w[pay invite request]],
    [0, "Saul Fenwick", "saul@treasurebasin.example", []],
    [10, "Ida Marsh", "ida@columbiabend.example", %w[pay]]
  ].freeze

  # customers - ids; clerk - Work::Actor
  def initialize(customers, clerk, now)
    @customers = customers
    @clerk = clerk
    @now = now
  end

  def load
    password_hash = Work::Company::Passwords.hash(Demo::Directory.password)
    PEOPLE.each do |customer, name, email, may|
      id =
        Work::Window::KeepPerson.invite(@customers[customer], { name:, email:, may: }, by: @clerk, now: @now)
      Store::Company::PasswordHashes.insert(id:, password_hash:)
    end
    ask
  end

  private

  # One load that waits for an answer.
  def ask
    dora = Work::Actor.account(DB[:accounts].first(email: PEOPLE.first[2]))
    pickup = { kind: "pickup", where: "83661", name: "Treasure Basin packing shed", from: @now + 93_600 }
    delivery = { kind: "delivery", where: "Kent, WA", from: @now + 135_000 }
    freight = [{ what: "Shallots", pieces: 18, unit: "pallets", weight_lb: 34_000 }]
    Work::Window::AskLoad.call(
      @customers.first,
      { key: "demo-ask", stops: [pickup, delivery], freight:, notes: "The dock closes at 16:00." },
      by: dora,
      now: @now - 1_800
    )
  end
end
