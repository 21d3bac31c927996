# frozen_string_literal: true

# How a browser may use a file that somebody sent. Pictures are shown in a sandbox; PDFs are shown by the browser's own
# viewer, which a sandbox shuts out, and may load nothing; the rest is saved.
module Web::SentFile
  SHOWN = %w[image/jpeg image/png application/pdf].freeze
  POLICY = "default-src 'none'; img-src 'self'; style-src 'unsafe-inline'; frame-ancestors 'self'"

  def self.headers(type)
    {
      "content-disposition" => SHOWN.include?(type) ? "inline" : "attachment",
      "content-security-policy" => type == "application/pdf" ? POLICY : "#{POLICY}; sandbox",
      "cache-control" => "no-store"
    }
  end
end
