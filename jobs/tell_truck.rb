# frozen_string_literal: true

# Tells the service of a posted truck: that it is there, or that it is no more. It may be killed on any line: the
# service drops a key that it has seen, and takes a truck down once.
class Jobs::TellTruck < Que::Job
  # As offers.
  self.priority = 50
  self.maximum_retry_count = 15

  def run(truck_id:)
    service = Services::PostingService.current
    row = Store::Market::PostedTrucks.untold.where(id: truck_id).first or return finish
    told = row[:down_at] ? down(service, row) : { receipt: post(service, row) }
    DB.transaction do
      Store::Market::PostedTrucks.at(truck_id).update(told)
      finish
    end
  end

  private

  # One that the service never heard of need not be taken down.
  def down(service, row)
    service.take_down(row[:receipt]) if row[:receipt]
    { down_told: true }
  end

  def post(service, row) =
    service.post_truck(
      **row.slice(:free_at, :trailer_kind),
      town: "#{row[:town]}, #{row[:state]}",
      to: row[:to_states].to_a,
      key: "truck-#{row[:id]}-#{row[:posted_at].to_i}"
    )
end
