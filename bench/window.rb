# frozen_string_literal: true

require_relative "../config/application"
require_relative "clients"
require_relative "loads"
require_relative "server"

# The list of a customer's own loads, asked for by the people of many customers at once, beside the same server
# answering a constant; and what it costs that the database itself holds each to their own rows.
module Bench
  CUSTOMERS = 500
  LOADS_EACH = 40
  # Who signs in, each of another customer: as many as one address may in a minute.
  PEOPLE = 50
  TIMES = 60

  def self.run
    fill
    BenchServer.run(email: nil) do |port, _|
      cookies = Array.new(PEOPLE) { |i| BenchServer.sign_in(port, "person#{i}@example.com") }
      puts "#{CUSTOMERS} customers, #{CUSTOMERS * LOADS_EACH} loads, #{PEOPLE} people, #{BenchClients::CLIENTS} clients"
      BenchClients.report("constant (/api/me, signed out)", BenchClients.measure(port, [["/api/me", nil]]))
      id = DB[:loads].where(customer_id: customers.first).max(:id)
      {
        "their loads" => "/api/window/loads",
        "their loads, all" => "/api/window/loads?stage=all",
        "found by words" => "/api/window/loads?stage=all&q=po-1"
      }.each do |name, path|
        BenchClients.report(name, BenchClients.measure(port, cookies.map { |cookie| [path, cookie] }))
      end
      BenchClients.report(
        "one load",
        BenchClients.measure(port, [["/api/window/loads/#{id}", cookies.first]])
      )
    end
    held
  end

  # The same queries with and without the role and its policies, in turn; the median of each.
  def self.held
    viewers = customers.first(TIMES).map { |id| Store::Window.viewer(id, pays: false) }
    now = Time.now.utc
    held, free = [], []
    viewers.cycle(3) do |viewer|
      held << timed { Reads::Window::Loads.of(viewer, now:, stage: "all") }
      free << timed { Unheld.new(now, viewer.customer_id).page("all", "", 1) }
    end
    medians = [held, free].map { |times| times.sort[times.length / 2] * 1000 }
    puts format(
           "held by the database %.1f ms, by a condition alone %.1f ms: ratio %.2f",
           *medians,
           medians.reduce(:/)
         )
  end

  # As somebody would write it who holds people to their own rows by a condition.
  class Unheld < Reads::Window::Loads
    def initialize(now, customer_id)
      super(now)
      @customer_id = customer_id
    end

    def found(...) = super.where(customer_id: @customer_id)
  end

  def self.customers = @customers ||= DB[:customers].order(:id).select_map(:id)

  def self.fill
    return if DB[:customer_people].count >= PEOPLE

    BenchServer.clear
    DB[:company].insert_conflict.insert(id: 1, name: "Bench Haulage")
    by, now = Work::Actor.system, Time.now.utc
    CUSTOMERS.times { |i| Work::Fleet::AddRecord.call(:customers, { name: "Customer #{i}" }, by:, now:) }
    BenchLoads.book(CUSTOMERS * LOADS_EACH, customers, from: now, by:)
    DB[:loads].where { id > CUSTOMERS * 10 }.update(status: "papers_in")
    password_hash = Work::Company::Passwords.hash(BenchServer::PASSWORD)
    customers
      .first(PEOPLE)
      .each_with_index do |customer_id, i|
        person = { name: "Person #{i}", email: "person#{i}@example.com", may: [] }
        id = Work::Window::KeepPerson.invite(customer_id, person, by:, now:)
        DB[:account_password_hashes].insert(id:, password_hash:)
      end
    DB.run("ANALYZE")
  end

  def self.timed
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
  end
end

Bench.run
