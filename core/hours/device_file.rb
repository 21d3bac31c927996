# frozen_string_literal: true

# The output file of an electronic logging device: comma-separated lines in named segments, each line with a
# check value.
#
# Source: 49 CFR 395 subpart B, appendix A, 4.4.5 (check values) and 4.8.2 (the file). The order of fields and
# the arithmetic of the check values are written down from memory of that text.
module Core::Hours::DeviceFile
  HEADER = "ELD File Header Segment:"
  SEGMENTS = [
    HEADER,
    "User List:",
    "CMV List:",
    "ELD Event List:",
    "ELD Event Annotations or Comments:",
    "Driver's Certification/Recertification Actions:",
    "Malfunctions and Data Diagnostic Events:",
    "ELD Login/Logout Report:",
    "CMV Engine Power-Up and Shut Down Activity:",
    "Unidentified Driver Profile Records:",
    "End of File:"
  ].freeze
  HEADER_LINES = 7
  # Fields of a line with its check value, where their number is fixed.
  FIELDS = {
    "User List:" => 5,
    "CMV List:" => 4,
    "ELD Event List:" => 18,
    "ELD Event Annotations or Comments:" => 7
  }.freeze
  # Event types, codes and the record status of one that stands.
  STATUS_CHANGE = "1"
  INDICATION = "3"
  ACTIVE = "1"
  STATUSES = { "1" => "off_duty", "2" => "sleeper", "3" => "driving", "4" => "on_duty" }.freeze
  INDICATIONS = { "0" => nil, "1" => "personal_use", "2" => "yard_move" }.freeze

  # driver - [last name, first name]; events - Array of Event in order; comment - the output file comment
  Log = Core::Value.of(:driver, :events, :comment)
  # at - instant; status - as in Core::Hours::STATUSES; latitude, longitude - Float or nil; note - what was
  #      annotated, or nil
  Event = Core::Value.of(:at, :status, :latitude, :longitude, :note)

  # Returns Log. Raises Refused, with the line as its path: `not_a_device_file`, `line_check`, `line_fields`,
  # `wrong_event`, `file_check`.
  def self.read(text) = Reader.new(text).file

  # The file for a driver's stretches of duty.
  #
  # driver - [last name, first name]; stretches - Array of Stretch in order; days - Days; carrier - name;
  #          comment - text
  def self.write(driver:, stretches:, days:, carrier:, as_of:, comment: "") =
    Writer.new(driver, stretches, days, carrier, as_of, comment).text

  # 4.4.5.2: the values of the characters summed, the low byte turned left by three bits, and 150.
  def self.line_check(text) = format("%02X", turn(sum(text) & 0xFF) ^ 0x96)

  # 4.4.5.1: the same over what an event says of itself, with 195.
  def self.event_check(fields) = format("%02X", turn(sum(fields.join) & 0xFF) ^ 0xC3)

  # 4.4.5.3: the line checks summed to two bytes, each turned by three bits, and 38,556.
  def self.file_check(checks)
    total = checks.sum { |check| check.to_i(16) } & 0xFFFF
    format("%04X", ((turn(total >> 8) << 8) | turn(total & 0xFF)) ^ 0x969C)
  end

  # Digits and letters count by their ASCII code less 48, all else is nothing.
  def self.sum(text) = text.each_char.sum { |char| char.match?(/[1-9A-Za-z]/) ? char.ord - 48 : 0 }
  def self.turn(byte) = ((byte << 3) | (byte >> 5)) & 0xFF
  private_class_method :sum, :turn
end
