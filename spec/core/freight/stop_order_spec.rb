# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Freight, ".stop_order" do
  stop = described_class::StopOrder::Stop

  # [lateness, end, driving] of an order; nil where it delivers what is not aboard.
  def cost(stops, minutes, order)
    legal =
      order.each_index.all? do |at|
        (0...order[at]).all? do |earlier|
          stops[earlier].load != stops[order[at]].load || order.index(earlier) < at
        end
      end
    return unless legal

    late = driven = 0
    at = nil
    order.each_with_index do |index, place|
      here = stops[index]
      drive = place.zero? ? 0 : minutes[order[place - 1]][index]
      at = [at ? at + drive : here.opens || here.closes || 0, here.opens || 0].max
      late += [at - (here.closes || at), 0].max
      at += here.service
      driven += drive
    end
    [late, at, driven]
  end

  it "is the best of all orders, on 150 random trips of two and three loads" do
    random = Random.new(1962)
    150.times do
      stops =
        (1..random.rand(2..3)).flat_map do |load|
          opens = random.rand(0..600)
          pickup =
            stop.new(
              load:,
              kind: "pickup",
              opens: random.rand < 0.8 ? opens : nil,
              closes: random.rand < 0.8 ? opens + random.rand(0..200) : nil,
              service: 30
            )
          due = opens + random.rand(100..900)
          [
            pickup,
            stop.new(
              load:,
              kind: "delivery",
              opens: random.rand < 0.5 ? due : nil,
              closes: random.rand < 0.8 ? due + random.rand(0..120) : nil,
              service: 30
            )
          ]
        end
      minutes = stops.map { stops.map { random.rand(10..400) } }
      found = cost(stops, minutes, described_class.stop_order(stops, minutes))
      expect(found).to eq(
        stops.each_index.to_a.permutation.filter_map { |order| cost(stops, minutes, order) }.min
      )
    end
  end

  it "refuses an order that delivers what is not aboard, or leaves a stop out" do
    stops =
      [[1, "pickup"], [1, "delivery"], [2, "pickup"], [2, "delivery"]].map do |load, kind|
        stop.new(load:, kind:, opens: nil, closes: nil, service: 0)
      end
    expect(described_class.check_stop_order(stops, [2, 0, 3, 1])).to be_nil
    [[1, 0, 2, 3], [0, 1, 2], [0, 1, 2, -1]].each do |order|
      expect { described_class.check_stop_order(stops, order) }.to raise_error(Refused) { |refused|
        expect(refused.code).to eq("order_of_stops")
      }
    end
  end

  it "knows what is aboard on each leg" do
    goods = {
      1 => described_class::Aboard::Goods.new(weight_lb: 20_000, pieces: %i[a b], volume_cuft: nil),
      2 => described_class::Aboard::Goods.new(weight_lb: 15_000, pieces: [:c], volume_cuft: 900)
    }
    legs = described_class.aboard([1, 2, 1, 2], goods)
    expect(legs.map { |leg| [leg.loads, leg.weight_lb, leg.pieces, leg.volume_cuft] }).to eq(
      [[[1], 20_000, %i[a b], nil], [[1, 2], 35_000, %i[a b c], 900], [[2], 15_000, [:c], 900]]
    )
  end
end
