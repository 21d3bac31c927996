# frozen_string_literal: true

# What the subject of a mailed scan says: of which record, by its number, and of which kind of paper.
module Core::Tracking::ScanSubject
  # numbers - Array of what may be a number of ours, as written, in capitals; kind - or nil
  Said = Core::Value.of(:numbers, :kind)

  # What offices and docks write; common practice. The first that is there counts.
  KINDS = {
    "pod" => /\bpod\b|proof of delivery|delivery receipt/i,
    "bol" => %r{\bbol\b|\bb/l\b|bill of lading|\blading\b}i,
    "rate_confirmation" => /\brate ?con(f|firm|firmation)?s?\b|\bratecon\b|\brate sheet\b/i,
    "lumper_receipt" => /\blumper/i,
    "scale_ticket" => /\bscale\b|\bweigh(t|ing)? ticket/i,
    "temperature_record" => /\btemp(erature)? (record|log|recorder|chart)/i,
    "damage" => /\bdamage/i,
    "photo" => /\bphotos?\b|\bpictures?\b/i
  }.freeze
  # A word before a number, as in "BOL 4011", is no part of it; one or two letters are, as in "T 101".
  NUMBER = /\b[A-Z]{1,4}-?\d{3,6}\b|\b[A-Z]{1,2} \d{3,6}\b|\b\d{4,6}\b/i

  def self.read(subject)
    kind = KINDS.find { |_, words| subject.match?(words) }&.first
    Said.new(numbers: subject.scan(NUMBER).map { |text| text.upcase.tr(" ", "-") }.uniq, kind:)
  end

  # Who it is of. found - Hash of number to Array of [table, id, what it is called] that bear it
  #
  # Returns [table, id] or a sentence on why a person has to look.
  def self.place(said, found)
    holders = said.numbers.flat_map { |number| found[number] || [] }.uniq
    return "It names no load, trip, unit or driver of ours." if holders.empty?
    return holders.first.first(2) if holders.length == 1

    "It could be of #{holders.map(&:last).join(" or ")}."
  end
end
