# frozen_string_literal: true

RSpec.describe Core::Tracking::PhoneOrder do
  now = Time.utc(2026, 11, 23, 18)
  trip =
    lambda do |id, status, hours, papers_wanted: false|
      described_class::Trip.new(
        id:,
        status:,
        begins_at: now + (hours * 3600),
        delivered_at: status == "delivered" ? now + (hours * 3600) : nil,
        papers_wanted:
      )
    end

  # hours from now of the beginning, or of the last delivery
  {
    "the trip under way before all" => [
      [
        trip.call(1, "sent", 2),
        trip.call(2, "delivered", -1, papers_wanted: true),
        trip.call(3, "rolling", -3)
      ],
      [3, 2, 1]
    ],
    "the one just done before the next, while it wants papers" => [
      [trip.call(1, "accepted", 2), trip.call(2, "delivered", -1, papers_wanted: true)],
      [2, 1]
    ],
    "the next as soon as the papers of the last are in" => [
      [trip.call(1, "accepted", 2), trip.call(2, "delivered", -1)],
      [1, 2]
    ],
    "the next before one that was done half a day ago" => [
      [trip.call(1, "sent", 2), trip.call(2, "delivered", -12, papers_wanted: true)],
      [1, 2]
    ],
    "the last done before an older one that wants a paper" => [
      [trip.call(1, "delivered", -30, papers_wanted: true), trip.call(2, "delivered", -1)],
      [2, 1]
    ],
    "no older one that wants a paper before the next" => [
      [
        trip.call(1, "delivered", -3, papers_wanted: true),
        trip.call(2, "delivered", -1),
        trip.call(3, "sent", 5)
      ],
      [3, 2, 1]
    ],
    "an accepted one before one that is only sent, the sooner first" => [
      [
        trip.call(1, "sent", 1),
        trip.call(2, "accepted", 9),
        trip.call(3, "accepted", 5),
        trip.call(4, "cancelled", 0)
      ],
      [3, 2, 1, 4]
    ]
  }.each do |words, (trips, order)|
    it "shows #{words}" do
      expect(trips.permutation.map { |some| described_class.of(some, now) }.uniq).to eq([order])
    end
  end
end
