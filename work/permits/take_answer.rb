# frozen_string_literal: true

# Writes down what an office has answered. Twice the same is once; an issued permit's PDF goes to the load's
# papers.
module Work::Permits::TakeAnswer
  def self.call(permit_id, answer, pdf, now:)
    Work::Act.once(nil, "permit_#{answer["state"]}", by: Work::Actor.system, now:) do |act|
      permit = Store::Permits::Permits.lock(permit_id)
      next permit_id unless Store::Permits::WAITING.include?(permit[:status])

      file = Store::Permits::Files.row(permit[:file_id])
      said = [answer["message"], *answer["conditions"]].compact.join(" ")
      next permit_id if permit[:status] == answer["state"] && permit[:said] == said

      change = { status: answer["state"], office_id: answer["application"], said:, answered_at: now }
      change.merge!(issued(permit, answer, file, pdf, now)) if answer["state"] == "issued"
      Store::Permits::Permits.change(permit, **change)
      # What it amends has had its time.
      if answer["state"] == "issued" && permit[:amends_id]
        Store::Permits::Permits.at(permit[:amends_id]).update(status: "cancelled")
      end
      act.changed(
        "load",
        file[:load_id],
        { "permit #{permit[:jurisdiction]}" => [permit[:status], answer["state"]] }
      )
      permit_id
    end
  end

  # It is for what the office was asked, whatever the file says by now.
  def self.issued(permit, answer, file, pdf, now)
    {
      number: answer["number"],
      fee: answer["fee"],
      valid_from: answer["valid_from"],
      valid_to: answer["valid_to"],
      paper_id: paper(file, pdf, now),
      issued_for: Sequel.pg_jsonb(Work::Permits::Version.asked_with(permit)),
      guide: Sequel.pg_jsonb(Work::Permits::Draft.guide(file, permit[:jurisdiction]))
    }
  end

  # The PDF, with every load that moves on it; the file's own load has the one that the permit names.
  def self.paper(file, pdf, now)
    Store::Permits
      .loads_of(file)
      .map do |load_id|
        trip_id = Store::Freight.live_trip(load_id)&.fetch(:id)
        paper_id =
          Store::Tracking::Papers.insert(
            load_id:,
            trip_id:,
            kind: "permit",
            content_type: "application/pdf",
            bytes: pdf.bytesize,
            sha256: Digest::SHA256.hexdigest(pdf),
            by: "permit office",
            at: now
          )
        Store::Tracking::PaperContents.insert(paper_id:, content: Sequel.blob(pdf))
        paper_id
      end
      .first
  end
  private_class_method :issued, :paper
end
