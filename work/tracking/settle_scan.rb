# frozen_string_literal: true

# A person says of which load a mailed paper is, or that it is of none.
module Work::Tracking::SettleScan
  # input - { key:, load_id:, kind: } or { key:, drop: true, why: }
  # Returns the scan's id. Raises Refused `settled_already`, `reason_missing`, `load_missing`, and what
  # FilePaper refuses.
  def self.call(scan_id, input, by:, now:)
    Work::Act.once(input[:key], "settle_scan", by:, now:, input: input.merge(scan_id:)) do |act|
      scan = Store::Tracking::Scans.lock(scan_id) or raise Store::NotFound.new("scan", scan_id)
      if scan[:settled_at]
        raise Refused.new("settled_already", "#{scan[:settled_by]} has settled this one already.", path: "")
      end
      if input[:drop] && input[:why].to_s.strip.empty?
        raise Refused.new("reason_missing", "Say in a word or two why.", path: "/why")
      end

      file(scan, input, act, by, now) unless input[:drop]
      Store::Tracking::Scans.at(scan_id).update(
        settled_by: by.name,
        settled_at: now,
        settled_why: input[:drop] ? input[:why].strip : nil
      )
      act.changed("scan", scan_id, { scan: ["waits", input[:drop] ? "dropped" : "filed"] }, why: input[:why])
      scan_id
    end
  end

  def self.file(scan, input, act, by, now)
    unless input[:load_id] && input[:kind]
      raise Refused.new("load_missing", "Say of which load it is, and which paper.", path: "/load_id")
    end

    content = scan[:content].to_s
    digest = Digest::SHA256.hexdigest(content)
    Work::Tracking::FilePaper.keep(input[:load_id], content, digest, input.slice(:kind), act, by, now)
  end
  private_class_method :file
end
