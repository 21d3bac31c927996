# frozen_string_literal: true

require "openssl"

# Slows guessing of passwords down by who guesses, so that a stranger keeps nobody out: eight wrong tries from one
# address for one person, forty for one person from anywhere. Beyond those forty, whoever has signed in as that person
# before on this device goes on, and so does who has the link that is then mailed.
#
# Source: OWASP, slowing down guessing with device cookies; ASVS 4.0.3, 2.2.1.
class Web::Tries
  PATH = "/api/auth/sign-in"
  COOKIE = "crew_ledger_device"
  # What a mailed link lets in; the client sends it along.
  HEADER = "HTTP_X_DEVICE"
  WITHIN_SECONDS = 15 * 60
  FROM_ONE = 8
  FROM_ALL = 40
  KNOWN_DAYS = 180
  LINK_DAYS = 1
  # All that sign-in reads is short.
  MOST_BYTES = 16 * 1024

  def initialize(app, counts: Web::Throttle.counts)
    @app = app
    @counts = counts
  end

  def call(env)
    request = Rack::Request.new(env)
    return @app.call(env) unless request.path.start_with?("/api/auth")
    if request.content_length.to_i > MOST_BYTES
      raise Web::Denied.new(
              413,
              "too_large",
              "That is larger than the #{MOST_BYTES / 1024} kB that fit here."
            )
    end
    text = written(request)
    return @app.call(env) unless request.post? && request.path == PATH

    sign_in(env, request, email(text))
  end

  # What lets a device in for an address, for so many days.
  def self.token(email, days, now: Time.now)
    over = now.to_i + (days * 86_400)
    "#{over}.#{code(email, over)}"
  end

  def self.code(email, over) =
    OpenSSL::HMAC.hexdigest("SHA256", Settings.secret, "device #{email.downcase} #{over}")

  private

  def sign_in(env, request, email)
    known = known?(request, email)
    from_one, from_all = keys(request, email, known)
    refuse if count(from_one) >= FROM_ONE || (!known && count(from_all) >= FROM_ALL)

    status, headers, body = @app.call(env)
    if status == 401
      @counts.increment(from_one, 1, expires_in: WITHIN_SECONDS)
      tell(email) if @counts.increment(from_all, 1, expires_in: WITHIN_SECONDS) == FROM_ALL
    elsif status == 200
      Rack::Utils.set_cookie_header!(headers, COOKIE, cookie(email))
    end
    [status, headers, body]
  end

  def count(key) = @counts.read(key).to_i

  def keys(request, email, known)
    whose = Digest::SHA256.hexdigest(email)
    ["sign-in:#{whose}:#{known ? "known" : request.ip}", "sign-in:#{whose}"]
  end

  def refuse
    raise Web::Denied.new(
            429,
            "too_many_tries",
            "Too many wrong passwords: wait a quarter of an hour, or use the link that we mail to who signs in with it."
          )
  end

  # Whoever signs in with it hears of it, with a link that lets this one in.
  def tell(email) = Work::Company::AskNewPassword.guessed(email, self.class.token(email, LINK_DAYS))

  def known?(request, email)
    [request.cookies[COOKIE], request.get_header(HEADER)].compact.any? do |token|
      over, code = token.split(".", 2)
      next false unless over.to_s.match?(/\A\d{9,12}\z/) && code && over.to_i > Time.now.to_i

      expected = self.class.code(email, over.to_i)
      code.bytesize == expected.bytesize && OpenSSL.fixed_length_secure_compare(code, expected)
    end
  end

  def cookie(email)
    {
      value: self.class.token(email, KNOWN_DAYS),
      path: "/api/auth",
      max_age: KNOWN_DAYS * 86_400,
      httponly: true,
      same_site: :lax,
      secure: Settings.secure_cookies?
    }
  end

  # What was sent, left to be read again.
  def written(request)
    text = request.body.read.to_s.force_encoding(Encoding::UTF_8)
    request.env["rack.input"] = StringIO.new(text.b)
    return text if text.valid_encoding? && !text.include?("\\u0000")

    raise Web::Denied.new(400, "wrong_form", "That holds letters that are none.")
  end

  def email(text)
    told = JSON.parse(text)
    told.is_a?(Hash) ? told["email"].to_s.strip.downcase : ""
  rescue JSON::ParserError
    "" # what is wrong with it is said where it is read
  end
end
