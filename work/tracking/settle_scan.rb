# frozen_string_literal: true

# A person says of which load, unit or driver a mailed paper is, or that it is of none.
module Work::Tracking::SettleScan
  # It is a paper of a unit or a driver. input - { key:, driver_id: or unit_id:, kind:, number:, issued_on:, expires_on: }
  # Returns the scan's id. Raises Refused `settled_already`, `holder_missing`, and what KeepCredential refuses.
  def self.keep(scan_id, input, by:, now:)
    Work::Act.once(input[:key], "keep_scan", by:, now:, input: input.merge(scan_id:)) do |act|
      scan = waiting(scan_id)
      table, id = { drivers: input[:driver_id], units: input[:unit_id] }.compact.first
      raise Refused.new("holder_missing", "Say of which unit or driver it is.", path: "/unit_id") if id.nil?

      paper = { key: nil, **input.slice(:kind, :number, :issued_on, :expires_on) }
      credential_id = Work::Fleet::KeepCredential.call(table, id, paper, by:, now:)
      Work::Fleet::KeepCredential.attach(credential_id, scan[:content].to_s, key: nil, by:, now:)
      settled(scan_id, act, "filed")
    end
  end

  # input - { key:, load_id:, kind: } or { key:, drop: true, why: }
  # Returns the scan's id. Raises Refused `settled_already`, `reason_missing`, `load_missing`, and what
  # FilePaper refuses.
  def self.call(scan_id, input, by:, now:)
    Work::Act.once(input[:key], "settle_scan", by:, now:, input: input.merge(scan_id:)) do |act|
      scan = waiting(scan_id)
      if input[:drop] && input[:why].to_s.strip.empty?
        raise Refused.new("reason_missing", "Say in a word or two why.", path: "/why")
      end

      file(scan, input, act, by, now) unless input[:drop]
      why = input[:why].strip if input[:drop]
      settled(scan_id, act, why ? "dropped" : "filed", why:)
    end
  end

  def self.waiting(scan_id)
    scan = Store::Tracking::Scans.lock(scan_id) or raise Store::NotFound.new("scan", scan_id)
    return scan unless scan[:settled_at]

    raise Refused.new("settled_already", "#{scan[:settled_by]} has settled this one already.", path: "")
  end

  def self.settled(scan_id, act, how, why: nil)
    row = { settled_by: act.by.name, settled_at: act.now, settled_why: why }
    Store::Tracking::Scans.at(scan_id).update(row)
    act.changed("scan", scan_id, { scan: ["waits", how] }, why:)
    scan_id
  end

  def self.file(scan, input, act, by, now)
    unless input[:load_id] && input[:kind]
      raise Refused.new("load_missing", "Say of which load it is, and which paper.", path: "/load_id")
    end

    content = scan[:content].to_s
    digest = Digest::SHA256.hexdigest(content)
    Work::Tracking::FilePaper.keep(input[:load_id], content, digest, input.slice(:kind), act, by, now)
  end
  private_class_method :waiting, :settled, :file
end
