# frozen_string_literal: true

# The office files a paper of a load: dragged, pasted, scanned, mailed or come with the booking. It counts as one
# that the driver sent does.
module Work::Tracking::FilePaper
  # content - the file's bytes; input - { key:, kind:, stop_id: of the load's, or nil }
  # Returns the load's id. Raises Refused `too_large`, `not_a_picture`, `unknown_stop`, `filed_already`.
  def self.call(load_id, content, input, by:, now:)
    digest = Digest::SHA256.hexdigest(content)
    Work::Act.once(
      input[:key],
      "file_paper",
      by:,
      now:,
      input: {
        load_id:,
        digest:,
        **input.slice(:kind, :stop_id)
      }
    ) do |act|
      keep(load_id, content, digest, input, act, by, now)
      load_id
    end
  end

  # Within an act.
  def self.keep(load_id, content, digest, input, act, by, now)
    kept = Programs::PaperFile.admit(content)
    Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
    check(load_id, digest, input)
    trip = Store::Freight.live_trips(load_id).last
    paper_id =
      Store::Tracking::Papers.insert(
        load_id:,
        trip_id: trip&.fetch(:id),
        stop_id: input[:stop_id],
        kind: input[:kind],
        content_type: kept.content_type,
        bytes: kept.content.bytesize,
        sha256: digest,
        by: by.name,
        at: now
      )
    Store::Tracking::PaperContents.insert(paper_id:, content: Sequel.blob(kept.content))
    act.changed("load", load_id, { paper: [nil, input[:kind]] })
    Work::Tracking::Deliver.papers_in(load_id, act)
    Store::Freight.live_trips(load_id).each { |one| Work::Tracking::FollowUp.soon(one[:id]) }
  end

  def self.check(load_id, digest, input)
    if input[:stop_id] && Store::Freight::Stops.where(id: input[:stop_id], load_id:).empty?
      raise Refused.new("unknown_stop", "That stop is not of this load.", path: "/stop_id")
    end

    same = Store::Tracking::Papers.where(load_id:, sha256: digest, kind: input[:kind]).first
    return if same.nil?

    raise Refused.new(
            "filed_already",
            "#{same[:by]} has filed this very paper of this load already.",
            path: ""
          )
  end
  private_class_method :check
end
