# frozen_string_literal: true

# A plan for a trip, with its reasons.
#
# verdict - fits, late or impossible; visits - Array of Visit by stop; pieces - Array of Piece, the schedule
# partner_pieces - the same of a team's other driver, nil for one alone
# reasons - Array of [code, sentence]
Core::Hours::Plan =
  Core::Value.of(
    :verdict,
    :trip,
    :finish_at,
    :late_minutes,
    :visits,
    :pieces,
    :partner_pieces,
    :reasons,
    :days
  ) do
    # As in the contract.
    def to_h
      {
        verdict:,
        finish_at: finish_at && days.iso(finish_at),
        late_minutes:,
        stops:
          visits.each_with_index.map do |visit, i|
            {
              name: trip.stops[i].name,
              **visit.to_h.transform_values { |instant| days.iso(instant) },
              late_minutes: late(i)
            }
          end,
        schedule: written(pieces),
        **(partner_pieces ? { partner_schedule: written(partner_pieces) } : {}),
        reasons: reasons.map { |code, text| { code:, text: } }
      }
    end

    # As a schedule is written.
    def written(pieces) =
      pieces.map do |piece|
        {
          status: piece.status,
          from: days.iso(piece.from),
          to: days.iso(piece.to),
          stop: trip.stops[piece.stop].name
        }
      end

    # The least time to spare at any stop that closes: by how much later the truck could come there and still be
    # in time. Nil without such a stop, less than nothing where one is missed.
    def slack_minutes = tightest_stop&.then { |i| slack(i) }

    # The stop with the least time to spare, by index, or nil.
    def tightest_stop = visits.each_index.select { |i| slack(i) }.min_by { |i| slack(i) }

    def slack(stop) =
      visits[stop] && trip.stops[stop].closes && (trip.stops[stop].closes - visits[stop].arrive_at)

    # How late the stop is that is missed by most, nil where there is no plan. (late_minutes adds up all stops.)
    def late_by_minutes = late_minutes && visits.each_index.map { |i| late(i) }.max.to_i

    # Minutes that service at a stop begins late.
    def late(stop) = [visits[stop].start_at - (trip.stops[stop].closes || visits[stop].start_at), 0].max
  end
