# frozen_string_literal: true

require "marcel"

# Takes in papers that came by mail: what names one record of ours is filed with it, what does not waits for a person.
# Nothing is dropped.
module Work::Tracking::TakeScans
  # A mail without a paper waits for a person too.
  NOTHING = { name: "", content: "" }.freeze

  # mails - Array of { id: Integer, from:, subject:, attachments: [{ name:, content: bytes }] }, oldest first
  # Returns how many papers came.
  def self.call(mails, now:) = mails.sum { |mail| take(mail, now) }

  def self.upto = Store::Tracking::MailboxRead.get(:upto) || 0

  def self.take(mail, now)
    Work::Act.once(nil, "take_scan", by: Work::Actor.system, now:) do |act|
      next 0 if mail[:id] <= upto

      Store::Tracking::MailboxRead.keep({ id: true, upto: mail[:id] }, key: :id)
      said = Core::Tracking::ScanSubject.read(mail[:subject])
      place = Core::Tracking::ScanSubject.place(said, Store::Tracking::Scans.bearers(said.numbers))
      files = mail[:attachments].empty? ? [NOTHING] : mail[:attachments]
      files.each_with_index { |file, part| one(mail, file, part, said.kind, place, act, now) }
      files.length
    end
  end

  def self.one(mail, file, part, kind, place, act, now)
    by = Work::Actor.mail(mail[:from])
    trouble = place.is_a?(String) ? place : file_with(place, file, kind, act, by, now)
    return if trouble.nil?

    scan_id =
      Store::Tracking::Scans.insert(
        mail_id: mail[:id],
        part:,
        **mail.slice(:from, :subject),
        name: file[:name],
        content_type: Marcel::MimeType.for(StringIO.new(file[:content])),
        content: Sequel.blob(file[:content]),
        kind:,
        trouble:,
        at: now
      )
    act.changed("scan", scan_id, { came: [nil, mail[:subject]] })
  end

  # Returns what stands against it, or nil where it was filed.
  def self.file_with((table, id), file, kind, act, by, now)
    return "It is of a unit or a driver: say which paper it is." unless table == :loads

    DB.transaction(savepoint: true) do
      digest = Digest::SHA256.hexdigest(file[:content])
      Work::Tracking::FilePaper.keep(id, file[:content], digest, { kind: kind || "other" }, act, by, now)
    end
    nil
  rescue Refused => e
    e.message
  end
  private_class_method :take, :one, :file_with
end
