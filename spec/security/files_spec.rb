# frozen_string_literal: true

require "app_helper"
require "pdf-reader"

# Files from strangers. OWASP ASVS 4.0.3, chapter 12.
RSpec.describe "A file that comes in" do
  include Given

  # Processor time of whatever was started, in seconds.
  def spent
    before = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - before
  end

  def taken(content)
    Programs::PaperFile.admit(content)
    nil
  rescue Refused => e
    expect(e.message).to match(/\A[A-Z].*\.\z/)
    e.code
  end

  it "is refused by what it is, or made harmless, and is never our mistake: thirty of them" do
    all = EvilFiles.all
    expect(all.length).to be >= 30
    wrong =
      all.filter_map do |what, (content, code)|
        found = nil
        seconds = spent { found = taken(content) }
        if found != code || seconds > Programs::Confined::SECONDS
          "#{what}: #{found.inspect} in #{seconds.round(1)} s"
        end
      end
    expect(wrong).to eq([])
  end

  it "is read by programs that may say no more than fits here" do
    told = Programs::Confined.run("yes")
    expect([told.ok, told.text.bytesize]).to match([false, be <= Programs::Confined::MOST_BYTES])
  end

  it "of a picture is decoded and written anew: nothing else that it carried is kept" do
    kept = Programs::PaperFile.admit("#{EvilFiles.png(4, 4)}<script>alert(1)</script>")
    expect(kept.content_type).to eq("image/jpeg")
    expect(kept.content).to start_with("\xFF\xD8".b)
    expect(kept.content).not_to include("script")
  end

  it "is shown as what it is: in a sandbox, loading nothing, kept by nobody" do
    _, trip_id = sent
    deliver(trip_id)
    keep_photo(trip_id)
    dispatcher = api(maren)
    dispatcher.call(:get, "/api/papers/#{DB[:papers].get(:id)}")
    expect(dispatcher.headers).to include(
      "content-type" => "image/jpeg",
      "content-disposition" => "inline",
      "cache-control" => "no-store",
      "content-security-policy" => a_string_including("default-src 'none'").and(ending_with("sandbox")),
      "x-content-type-options" => "nosniff"
    )
    expect(Web::SentFile.headers("text/html")).to include("content-disposition" => "attachment")
  end

  it "that cannot be joined is left out of the report, with a page that says so" do
    load_id, trip_id = sent
    deliver(trip_id)
    bad = EvilFiles.pdf("<< /Type /Catalog /Pages 2 0 R >>", "<< /Type /Pages /Kids [2 0 R] /Count 1 >>")
    [EvilFiles.plain_pdf, bad].each do |content|
      paper = {
        load_id:,
        trip_id:,
        kind: "other",
        content_type: "application/pdf",
        bytes: 1,
        sha256: content.hash.to_s,
        by: "Maren Holt",
        at: now
      }
      DB[:paper_contents].insert(paper_id: DB[:papers].insert(paper), content: Sequel.blob(content))
    end
    pages = PDF::Reader.new(StringIO.new(Papers::TripReport.new(trip_id).render)).pages.map(&:text)
    expect(pages.join).to include("A paper")
    expect(pages.last).to include("cannot be read")
    expect(pages.last.scan("Other at").length).to eq(1)
  end

  it "of names and addresses is one line" do
    client = api(maren)
    ["Wade\r\nFerris", "Wade\nFerris"].each do |name|
      client.call(
        :post,
        "/api/customers",
        { key: "two lines #{rand}", name:, town: "Boise", state: "ID", zip: "83702" }
      )
      expect([client.status, client.error[:path]]).to eq([422, "/name"])
    end
    client.call(
      :post,
      "/api/customers",
      { key: "a zip of two", name: "A", town: "Boise", state: "ID", zip: "83702\nX" }
    )
    expect([client.status, client.error[:path]]).to eq([422, "/zip"])
  end
end
