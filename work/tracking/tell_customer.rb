# frozen_string_literal: true

# A note that the customer will read reaches him by mail: of the load of the stop it is about, else of all that the
# trip carries for him.
module Work::Tracking::TellCustomer
  # Within an act. loads - rows; stop_id - or nil. Returns who was told, as the trail says it.
  def self.note(loads, stop_id, body, driver, now)
    stop = stop_id && Store::Freight::Stops.row(stop_id)
    about = stop && stop[:load_id] ? loads.select { |load| load[:id] == stop[:load_id] } : loads
    about.map do |load|
      found = Store::Freight::Loads.with_customer(load[:id])
      next "nobody: #{found[:customer]} has no mail address" if found[:mail].to_s.empty?

      mail(found, stop, body, driver, now)
      found[:mail]
    end
  end

  def self.mail(load, stop, body, driver, now)
    reference = load[:reference].to_s.empty? ? "" : ", your reference #{load[:reference]}"
    where = stop && "#{stop[:name]}, #{stop[:town]}, #{stop[:state]}"
    Jobs::SendMail.write(
      load[:mail],
      "Load #{load[:number]}: a note from the driver",
      [
        "Load #{load[:number]}, #{load[:origin]} to #{load[:destination]}#{reference}:",
        "#{"At #{where}: " if where}#{body}",
        "#{driver.name}, #{Store::Company.row[:name]}"
      ].join("\n\n"),
      now
    )
  end
  private_class_method :mail
end
