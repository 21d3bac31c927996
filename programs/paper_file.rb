# frozen_string_literal: true

require "marcel"

# A photo or a PDF that came in, judged before anybody opens it. Pictures are decoded and written anew, smaller where
# they are huge, as JPEG without whatever else the file carried; PDFs are taken as they are, unless they are encrypted,
# hold scripts or other files, or are made to be slow.
#
# Source: OWASP ASVS 4.0.3, chapter 12; the programs are libvips's and qpdf's, of Debian.
module Programs::PaperFile
  PICTURES = {
    "image/jpeg" => "jpg",
    "image/png" => "png",
    "image/webp" => "webp",
    "image/heic" => "heic"
  }.freeze
  PDF = "application/pdf"
  MOST_BYTES = 15 * 1024 * 1024
  # A hundred megapixels are the best phone's camera.
  MOST_PIXELS = 120_000_000
  # A page of paper at 300 dots an inch is 3,300 high.
  LONGEST_SIDE = 3300
  MOST_PAGES = 200
  # Names of a PDF's dictionary that have no place on a paper.
  UNWANTED = {
    %r{"/(JavaScript|JS)"} => "scripts",
    %r{"/(EmbeddedFiles?|Filespec|RichMedia)"} => "other files",
    %r{"/(Launch|XFA|SubmitForm|ImportData)"} => "what opens other programs"
  }.freeze

  DAMAGED = "This PDF is damaged and cannot be read: save or scan it again."

  # What is kept: its type, and its bytes.
  Kept = Core::Value.of(:content_type, :content)

  class << self
    # content - bytes. Returns Kept. Raises Refused `too_large`, `not_a_picture`,
    # `picture_damaged`, `too_many_pixels`, `pdf_damaged`, `pdf_locked`, `pdf_unwanted`, `too_many_pages`.
    def admit(content)
      if content.bytesize > MOST_BYTES
        refuse("too_large", "The file is over 15 MB: take the photo again, smaller.")
      end

      type = Marcel::MimeType.for(StringIO.new(content))
      if PICTURES.key?(type)
        Kept.new(content_type: "image/jpeg", content: picture(content, PICTURES.fetch(type)))
      elsif type == PDF
        Kept.new(content_type: PDF, content: pdf(content))
      else
        refuse("not_a_picture", "This is neither a photo nor a PDF.")
      end
    end

    # files - Array of PDFs as bytes. Returns { pdf: all of them behind one another, left_out: indexes of those that cannot
    # be joined }; the first is ours.
    def join(files)
      Programs::Confined.folder do |folder|
        paths = files.each_with_index.map { |file, i| written(folder, "#{i}.pdf", file) }
        whole = joined(folder, paths)
        next { pdf: whole, left_out: [] } if whole

        good = (1...paths.length).select { |i| joined(folder, [paths[0], paths[i]]) }
        {
          pdf: joined(folder, [paths[0], *paths.values_at(*good)]) || files[0],
          left_out: [*1...paths.length] - good
        }
      end
    end

    private

    def picture(content, extension)
      Programs::Confined.folder do |folder|
        path = written(folder, "in.#{extension}", content)
        pixels(path)
        out = File.join(folder, "out.jpg")
        done =
          Programs::Confined.run(
            "vips",
            "thumbnail",
            path,
            "#{out}[Q=85,strip,background=255]",
            LONGEST_SIDE.to_s,
            "--height=#{LONGEST_SIDE}",
            "--size=down",
            "--fail-on=truncated"
          )
        unless done.ok && File.size?(out)
          refuse("picture_damaged", "This picture is damaged and cannot be read: take it again.")
        end

        File.binread(out)
      end
    end

    # From its head alone, before anything is unpacked.
    def pixels(path)
      told = Programs::Confined.run("vipsheader", path)
      width, height = told.text[/: (\d+x\d+) /, 1].to_s.split("x").map(&:to_i)
      if !told.ok || width.nil?
        refuse("picture_damaged", "This picture is damaged and cannot be read: take it again.")
      end
      return if width * height <= MOST_PIXELS

      refuse("too_many_pixels", "This picture is #{width} by #{height} dots: take it again, smaller.")
    end

    def pdf(content)
      Programs::Confined.folder do |folder|
        path = written(folder, "in.pdf", content)
        if Programs::Confined.run("qpdf", "--is-encrypted", path).ok
          refuse("pdf_locked", "This PDF is locked with a password: save it without one.")
        end

        pages(path)
        unwanted(path)
        # What reads and does not join is damaged as well.
        refuse("pdf_damaged", DAMAGED) unless joined(folder, [path])
      end
      content
    end

    # qpdf tells what it mended by status 3.
    def pages(path)
      told = Programs::Confined.run("qpdf", "--show-npages", path, ok: [0, 3])
      count = told.text[/^(\d+)\s*\z/, 1].to_i
      refuse("pdf_damaged", DAMAGED) if !told.ok || count < 1
      return if count <= MOST_PAGES

      refuse("too_many_pages", "This PDF has #{count} pages; #{MOST_PAGES} fit here.")
    end

    def unwanted(path)
      told = Programs::Confined.run("qpdf", "--json", "--json-key=qpdf", path, ok: [0, 3])
      unless told.ok
        refuse("pdf_damaged", "This PDF cannot be read in a reasonable time: save or scan it again.")
      end

      what = UNWANTED.find { |pattern, _| told.text.match?(pattern) }&.last or return
      refuse("pdf_unwanted", "This PDF holds #{what}: print it to a plain PDF first.")
    end

    def joined(folder, paths)
      out = File.join(folder, "out.pdf")
      done = Programs::Confined.run("qpdf", "--empty", "--pages", *paths, "--", out, ok: [0, 3])
      File.binread(out) if done.ok
    ensure
      FileUtils.rm_f(out)
    end

    def written(folder, name, content) = File.join(folder, name).tap { |path| File.binwrite(path, content) }
    def refuse(code, message) = raise(Refused.new(code, message, path: ""))
  end
end
