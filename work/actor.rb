# frozen_string_literal: true

# Who acts: a person who signed in, a driver by link, or the system itself.
class Work::Actor
  attr_reader :ref, :name, :roles

  def initialize(ref:, name:, roles: [])
    @ref = ref
    @name = name
    @roles = roles
  end

  def self.system = new(ref: "system", name: "Crew Ledger")
  def self.account(row) = new(ref: "account:#{row[:id]}", name: row[:name], roles: row[:roles].to_a)
  def self.driver(row) = new(ref: "driver:#{row[:id]}", name: row[:name], roles: ["driver"])
  def id = ref[/\d+/].to_i
end
