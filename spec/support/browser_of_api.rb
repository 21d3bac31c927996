# frozen_string_literal: true

require "rack/test"

# Calls the API as a signed-in browser would, and holds every answer against the contract.
class ApiClient
  include Rack::Test::Methods

  APP = Web::Stack.build(log: File.open(File::NULL, "w"), errors: $stderr)
  def app = APP

  attr_reader :status, :headers

  # Returns the answer's JSON with symbols, or its text.
  def call(method, path, body = nil, raw: nil, **headers)
    headers.each { |name, value| header(name.to_s.tr("_", "-"), value) }
    if raw
      public_send(method, path, {}, "CONTENT_TYPE" => "application/octet-stream", :input => raw)
    elsif body
      public_send(
        method,
        path,
        {},
        "CONTENT_TYPE" => "application/json",
        :input => body.is_a?(String) ? body : JSON.generate(body)
      )
    else
      public_send(method, path)
    end
    Given.follow_trips(Clock.now) unless method == :get
    @status, @headers = last_response.status, last_response.headers
    check_contract(path)
    headers["content-type"]
    if @headers["content-type"].to_s.include?("json")
      JSON.parse(last_response.body, symbolize_names: true)
    else
      last_response.body
    end
  end

  def sign_in(account, password: Given::PASSWORD)
    email = DB[:accounts].where(id: account.id).get(:email)
    call(:post, "/api/auth/sign-in", { email:, password: })
    self
  end

  def as_driver(driver_id)
    header("Authorization", "Bearer #{Store::Tracking.token(Store::Tracking.link_for(driver_id, Clock.now))}")
    self
  end

  def error = JSON.parse(last_response.body, symbolize_names: true)[:error]

  private

  # Answers of sign-in and of refusals before an operation is known have no entry of their own.
  def check_contract(path)
    if path.start_with?("/api/auth") || !path.start_with?("/api/") ||
         [401, 403, 404, 429, 500, 503].include?(last_response.status)
      return
    end

    found = Web::Contract.current.definition.validate_response(last_request, last_response)
    if found.error && !%i[response_not_found].include?(found.error.type)
      raise "the answer of #{path} breaks the contract: #{found.error.exception_message} " \
              "#{last_response.body[0, 300]}"
    end
  end
end

# Gives examples a client for each caller.
module Given
  # Somebody of a customer who looks. may - of Core::Window::RIGHTS
  def onlooker(customer_id, name = "Dora Quill", may: [])
    company
    email = "#{name.downcase.tr(" ", ".")}@example.com"
    id = Work::Window::KeepPerson.invite(customer_id, { name:, email:, may: }, by: Work::Actor.system, now:)
    Store::Company::PasswordHashes.insert(id:, password_hash: Work::Company::Passwords.hash(PASSWORD))
    Work::Actor.account(DB[:accounts].first(id:))
  end

  def api(account = nil) = account ? ApiClient.new.sign_in(account) : ApiClient.new
end
