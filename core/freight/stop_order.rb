# frozen_string_literal: true

# In which order the stops of several loads are best made on one trip.
#
# Every load is picked up before it is delivered, its own stops in their order. Of all orders: the least
# lateness, then the earliest end, then the least driving. Found by going through the sets of stops made so
# far, of which for each last stop only those are kept that are not worse in all three (R. Bellman 1962, with
# windows): exact
# for what it counts, which is driving and docks, no rests.
class Core::Freight::StopOrder
  # load - whose; kind - pickup or delivery; opens, closes - instants in minutes or nil; service - minutes
  Stop = Core::Value.of(:load, :kind, :opens, :closes, :service)
  Label = Core::Value.of(:late, :at, :driven, :path)
  # Beyond so many stops the loads are made one after the other.
  MOST_STOPS = 10

  # stops - Array of Stop, those of a load in their order; minutes - by index from and to
  def initialize(stops, minutes)
    @stops = stops
    @minutes = minutes
    @before = stops.each_index.map { |i| (0...i).select { |j| stops[j].load == stops[i].load } }
  end

  # Indexes of the stops in the best order.
  def best
    return @stops.each_index.to_a if @stops.length > MOST_STOPS

    labels = { 0 => { nil => [Label.new(late: 0, at: nil, driven: 0, path: [])] } }
    @stops.length.times { labels = extend_all(labels) }
    labels.values.flat_map(&:values).flatten.min_by { |label| [label.late, label.at, label.driven] }.path
  end

  # Does an order pick up before it delivers, and keep each load's own order?
  def legal?(order) =
    order.each_with_index.all? { |stop, at| @before[stop].all? { |earlier| order.index(earlier) < at } }

  private

  def extend_all(labels)
    found = {}
    labels.each do |made, by_last|
      @stops.each_index do |stop|
        next if made[stop] == 1 || @before[stop].any? { |earlier| made[earlier].zero? }

        by_last.each_value do |list|
          list.each { |label| keep((found[made | (1 << stop)] ||= {})[stop] ||= [], go(label, stop)) }
        end
      end
    end
    found
  end

  # The first stop is made when it opens.
  def go(label, stop)
    here = @stops[stop]
    drive = label.path.empty? ? 0 : @minutes[label.path.last][stop]
    at = label.at ? label.at + drive : here.opens || here.closes || 0
    at = here.opens if here.opens && here.opens > at
    Label.new(
      late: label.late + (here.closes ? [at - here.closes, 0].max : 0),
      at: at + here.service,
      driven: label.driven + drive,
      path: [*label.path, stop]
    )
  end

  def keep(list, label)
    if list.any? { |other| other.late <= label.late && other.at <= label.at && other.driven <= label.driven }
      return
    end

    list.reject! { |other| label.late <= other.late && label.at <= other.at && label.driven <= other.driven }
    list << label
  end
end
