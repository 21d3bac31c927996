# frozen_string_literal: true

require "digest"

# Keeps a photo, PDF or signature that the driver sent of a load's papers.
module Work::Tracking::KeepPaper
  MAX_BYTES = Programs::PaperFile::MOST_BYTES

  # content - the file's bytes; what it is is read from them, not from its name
  # input - { key:, kind:, stop_id:, taken_at:, phone_at:, signer:, latitude:, longitude: }
  # Raises Refused `unknown_stop`, and what Programs::PaperFile.admit refuses.
  def self.call(trip_id, content, input, driver:, now:)
    digest = Digest::SHA256.hexdigest(content)
    Work::Act.once(
      input[:key],
      "keep_paper",
      by: driver,
      now:,
      input: {
        trip_id:,
        digest:,
        **input.slice(:kind, :stop_id)
      }
    ) do |act|
      kept = Programs::PaperFile.admit(content)
      trip = Store::Freight::Trips.of_driver(driver.id).row(trip_id) or
        raise Store::NotFound.new("trip", trip_id)
      stop =
        Store::Freight::TripStops
          .stops_of(trip[:id])
          .where(stop_id: input[:stop_id])
          .exclude(load_id: nil)
          .first or raise Refused.new("unknown_stop", "That stop is not on this trip.", path: "/stop_id")

      Store::Freight.load_for_change(stop[:load_id])
      keep(trip, stop, kept, digest, input, driver, now)
      act.changed("load", stop[:load_id], { paper: [nil, input[:kind]] })
      act.changed("trip", trip[:id], { paper: [nil, input[:kind]] })
      Work::Tracking::Deliver.papers_in(stop[:load_id], act)
      Work::Tracking::FollowUp.soon(trip_id)
      trip_id
    end
  end

  def self.keep(trip, stop, kept, sha256, input, driver, now)
    off = input[:phone_at] ? now - input[:phone_at] : 0
    at = [(input[:taken_at] || now) + (off.abs > Work::Tracking::CLOCK_TOLERANCE_SECONDS ? off : 0), now].min
    paper_id =
      Store::Tracking::Papers.insert(
        load_id: stop[:load_id],
        trip_id: trip[:id],
        stop_id: stop[:id],
        content_type: kept.content_type,
        bytes: kept.content.bytesize,
        sha256:,
        by: driver.name,
        at:,
        **input.slice(:kind, :signer, :latitude, :longitude)
      )
    Store::Tracking::PaperContents.insert(paper_id:, content: Sequel.blob(kept.content))
    Store::Tracking::CheckIns.insert(
      trip_id: trip[:id],
      driver_id: driver.id,
      stop_id: stop[:id],
      kind: "paper",
      done_at: at,
      arrived_at: now,
      note: input[:kind],
      key: input[:key],
      by: driver.name,
      phone_at: input[:phone_at]
    )
  end
  private_class_method :keep
end
