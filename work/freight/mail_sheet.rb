# frozen_string_literal: true

# Mails the trip sheet: to its drivers, or to an address that is given.
module Work::Freight::MailSheet
  # input - { key:, to: address or nil }; sheet - called for the PDF's bytes
  # Returns { trip_id:, to: [addresses] }. Raises Refused `no_address`.
  def self.call(trip_id, input, sheet:, by:, now:)
    Work::Act.once(input[:key], "mail_sheet", by:, now:, input: input.merge(trip_id:)) do |act|
      trip = Store::Freight::Trips.row(trip_id) or raise Store::NotFound.new("trip", trip_id)
      to = input[:to].to_s.strip.empty? ? addresses(trip) : [input[:to].strip]
      content = sheet.call
      to.each do |address|
        Jobs::SendMail.write(
          address,
          "Trip #{trip[:number]}",
          "The sheet of trip #{trip[:number]} is attached.\n\n#{Store::Company.row[:name]}",
          now,
          attachment: {
            name: "#{trip[:number]}.pdf",
            content:
          }
        )
      end
      act.changed("trip", trip_id, { sheet_mailed: [nil, to.join(", ")] })
      { trip_id:, to: }
    end
  end

  def self.addresses(trip)
    drivers =
      Store::Fleet::Drivers.at(
        Store::Freight::TripDrivers.where(trip_id: trip[:id]).select_map(:driver_id)
      ).all
    without = drivers.find { |driver| driver[:email].empty? }
    return drivers.map { |driver| driver[:email] } if drivers.any? && without.nil?

    raise Refused.new(
            "no_address",
            "#{without ? without[:name] : "Nobody"} has no mail address in the directory: give one here.",
            path: "/to"
          )
  end
  private_class_method :addresses
end
