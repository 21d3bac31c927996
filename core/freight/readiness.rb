# frozen_string_literal: true

# What a load lacks before its next status, said in words.
module Core::Freight::Readiness
  # windows - Schedule::Window of each stop; trailer - whether the trip has one; papers - kinds that are in
  Facts = Value.of(:status, :windows, :weight_lb, :price_by_weight, :trailer, :papers)
  Finding = Value.of(:code, :text)

  def self.missing(facts)
    case facts.status
    when "open"
      [
        *stop_times(facts),
        *weight(facts),
        finding("crew", "No crew yet: pick a driver, a tractor and a trailer.")
      ]
    when "planned"
      [*stop_times(facts), *trailer(facts), finding("send", "The driver has not been told: send the trip.")]
    when "sent"
      [finding("answer", "The driver has not answered yet.")]
    when "accepted"
      [finding("start", "The driver is not on the way yet.")]
    when "delivered"
      [*papers(facts)]
    when "papers_in"
      [*weight(facts)]
    else
      []
    end
  end

  def self.stop_times(facts)
    facts.windows.each_with_index.filter_map do |window, index|
      unless window.begins
        finding("stop_time", "Stop #{index + 1} (#{window.kind}) has no appointment or window.")
      end
    end
  end

  def self.weight(facts)
    return [] unless facts.price_by_weight && facts.weight_lb.zero?

    [finding("weight", "The price is by weight, and no freight line has a weight.")]
  end

  def self.trailer(facts) = facts.trailer ? [] : [finding("trailer", "The crew has no trailer.")]

  def self.papers(facts)
    return [] if Core::Freight::Papers.in?(facts.papers)

    text = "No bill of lading or proof of delivery is in: it holds the driver's pay and the invoice."
    [finding("papers", text)]
  end

  def self.finding(code, text) = Finding.new(code:, text:)
  private_class_method :stop_times, :weight, :trailer, :papers, :finding
end
