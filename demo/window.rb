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
  end
end
