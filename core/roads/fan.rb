# frozen_string_literal: true

# The quickest ways between one place and many, by a single search: miles and minutes, without the road by
# road.
#
# Places get on and off the network as in Snap. A way counts the same in both directions: no road of the
# network is one-way.
class Core::Roads::Fan
  # tenths, minutes - of the quickest way; nil where there is none
  Reach = Core::Value.of(:tenths, :minutes)

  def initialize(network, place, vehicle)
    @network = network
    @snap = Core::Roads::Snap.new(network)
    blocked =
      network
        .restrictions
        .select { |restriction| restriction.bars?(vehicle) }
        .to_h { |restriction| [restriction.edge, true] }
    @entries = entries(place)
    search = Core::Roads::Search.new(network, :time, blocked)
    starts = {}
    @entries.each { |entry| starts[entry.node] = [starts[entry.node], entry.cost(:time)].compact.min }
    @seconds, @tenths =
      search.all_with_miles(starts, @entries.to_h { |entry| [entry.node, entry.cost(:distance)] })
  end

  # Returns Reach, or nil.
  def to(place)
    entry =
      entries(place).min_by do |one|
        @seconds[one.node] ? @seconds[one.node] + one.cost(:time) : Core::Roads::Search::FAR
      end or return
    seconds = @seconds[entry.node] or return
    Reach.new(
      tenths: @tenths[entry.node] + entry.cost(:distance),
      minutes: ((seconds + entry.cost(:time)) / 60.0).round
    )
  end

  private

  def entries(place)
    @snap.call(place, "").entries
  rescue Core::Refused
    []
  end
end
