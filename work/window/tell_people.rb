# frozen_string_literal: true

# Mails those of a customer who want to hear when their freight is picked up, late or delivered: each of each once.
module Work::Window::TellPeople
  # What a load has come to => what people are told of.
  SAYS = { "pickup" => "was picked up", "delivery" => "was delivered" }.freeze

  # event - of SAYS; at - when it was
  def self.done(load_id, event, at, now:) =
    tell(load_id, event, event, at, now) do |load|
      "#{load[:number]}, #{load[:origin]} to #{load[:destination]}, #{SAYS.fetch(event)}."
    end

  # stop - row; late_minutes - as foreseen
  def self.late(load_id, stop, late_minutes, now:) =
    tell(load_id, "delay", "delay #{stop[:id]} #{late_minutes}", now, now) do |load|
      "#{load[:number]} will be about #{Core::Spoken.minutes(late_minutes)} late at #{stop[:name]}, #{stop[:town]}."
    end

  def self.tell(load_id, event, once, at, now)
    listeners = Store::Window.listeners(load_id, event, once, at)
    return [] if listeners.empty?

    load = Store::Freight.load(load_id)
    return [] unless Store::Window.rules(load[:customer_id]).statuses.include?(load[:status])

    words = yield load
    listeners.each do |person|
      Store::Window::Tellings.insert(load_id:, account_id: person[:account_id], event: once, at: now)
      link = "#{Settings.public_url}/window/#{load_id}"
      body = "#{person[:name]},\n\n#{words}\n\n#{link}\n\n#{Store::Company.row[:name]}"
      Jobs::SendMail.write(person[:email], words.delete_suffix("."), body, now)
    end
    listeners.map { |person| person[:name] }
  end
  private_class_method :tell
end
