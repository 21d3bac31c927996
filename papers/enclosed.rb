# frozen_string_literal: true

# Papers that came in, behind a paper of ours: a picture a page, a PDF joined whole; one that cannot be joined is named.
# Who includes it has @pdf and @papers, and says `caption(paper)`.
module Papers::Enclosed
  PICTURES = %w[image/jpeg image/png].freeze

  private

  # One picture a page; what is a PDF already is joined behind, whole.
  def pictures
    @papers
      .select { |paper| PICTURES.include?(paper[:content_type]) }
      .each do |paper|
        @pdf.start_new_page
        say caption(paper)
        @pdf.move_down 6
        @pdf.image StringIO.new(content(paper)), fit: [@pdf.bounds.width, @pdf.cursor - 20], position: :center
      rescue Prawn::Errors::UnsupportedImageType, RuntimeError
        say "This picture is damaged and cannot be shown."
      end
  end

  def content(paper) = Reads::Tracking::Paper.of(paper[:id])[:content].to_s

  # A PDF that cannot be joined stays apart, and a page says so.
  def joined(report)
    files = @papers.select { |paper| paper[:content_type] == "application/pdf" }
    return report if files.empty?

    done = Programs::PaperFile.join([report, *files.map { |paper| content(paper) }])
    return done[:pdf] if done[:left_out].empty?

    apart = files.values_at(*done[:left_out].map { |i| i - 1 })
    Programs::PaperFile.join([done[:pdf], left_out(apart)])[:pdf]
  end

  def left_out(papers)
    page = Papers::Letter.document("Papers left out")
    page.text "These cannot be read, and are not joined. They stand with the load:"
    papers.each { |paper| page.text plain(caption(paper)) }
    page.render
  end
end
