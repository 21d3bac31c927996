# frozen_string_literal: true

# Dispatch answers what a customer asks for: prices and books it, or says why not. Whoever asked is mailed.
module Work::Window::AnswerRequest
  # input - { key:, version:, price: as of a booking }. Returns the load's id.
  # Raises Refused `answered`, and what a booking raises; Store::NotFound; Work::Stale.
  def self.accept(id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "accept_request",
      by:,
      now:,
      input: Work::Act.plain(input.merge(id:))
    ) do |act|
      row = Work::Window::AskLoad.waiting(id, input)
      booking = {
        customer_id: row[:customer_id],
        **booking(row[:ask]),
        price: price(row, input[:price], now)
      }
      load_id = Work::Freight::BookLoad.write(act, booking, { asked_by: [nil, row[:asked_by]] })
      answer(row, by, now, status: "accepted", load_id:)
      number = Store::Freight.load(load_id)[:number]
      mail(row, "We haul it: #{number}", "your load is booked as #{number}.", now)
      load_id
    end
  end

  # input - { key:, version:, why: }. Returns the id. Raises Refused `answered`; Store::NotFound; Work::Stale.
  def self.refuse(id, input, by:, now:)
    Work::Act.once(input[:key], "refuse_request", by:, now:, input: input.merge(id:)) do |act|
      row = Work::Window::AskLoad.waiting(id, input)
      why = input[:why].strip
      answer(row, by, now, status: "refused", why:)
      act.changed("customer", row[:customer_id], { request: [asked(row), nil] }, why:)
      mail(row, "We cannot haul this one", "we cannot haul #{asked(row)}: #{why}", now)
      id
    end
  end

  # With the surcharge of the customer's own scale, where there is one and nothing else is said.
  def self.price(row, price, now)
    scale = Store::Billing::Prices.fuel(row[:customer_id], Store::Company.day_of(now))
    scale ? { fuel_kind: "scale", **price } : price
  end

  def self.answer(row, by, now, **said)
    Store::Window::Requests.change(row, answered_by: by.name, answered_at: now, **said)
  end

  def self.asked(row) = Work::Window::AskLoad.said(row[:ask].to_h.transform_keys(&:to_sym))

  # As a booking reads it: symbols, and instants as Times.
  def self.booking(ask)
    plain = JSON.parse(JSON.generate(ask), symbolize_names: true)
    stops =
      plain[:stops].map do |stop|
        stop.to_h do |name, value|
          [name, value && %i[from to].include?(name) ? Time.parse(value).utc : value]
        end
      end
    { **plain, stops: }
  end

  def self.mail(row, subject, words, now)
    account = row[:account_id] && Store::Company.account(row[:account_id]) or return
    body = "#{account[:name]},\n\n#{words}\n\n#{Settings.public_url}/window\n\n#{Store::Company.row[:name]}"
    Jobs::SendMail.write(account[:email], subject, body, now)
  end
  private_class_method :price, :answer, :asked, :booking, :mail
end
