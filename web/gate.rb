# frozen_string_literal: true

# The one place that decides who may: finds the operation, knows the caller, checks the role, then the request.
class Web::Gate
  CALL = "crew_ledger.call"
  ACTOR = "crew_ledger.actor"

  def initialize(app, contract: Web::Contract.current)
    @app = app
    @contract = contract
  end

  def call(env)
    request = Rack::Request.new(env)
    return @app.call(env) unless request.path.start_with?("/api/")

    found = @contract.find(request) or raise Web::Denied.new(404, "no_such_address", "There is nothing at this address.")
    admit(env, request, @contract.roles(found.operation))
    env[CALL] = @contract.read(found, request)
    @app.call(env)
  end

  private

  def admit(env, request, roles)
    env[ACTOR] = actor(env, request, roles)
    return if roles.include?("anyone")

    raise Web::Denied.new(401, "signed_out", roles == ["driver"] ? "This link is no longer good: ask dispatch for a new one." : "You are signed out: sign in again.") unless env[ACTOR]
    raise Web::Denied.new(403, "not_allowed", "Your role does not allow this.") unless roles.intersect?(env[ACTOR].roles)
  end

  # A driver comes by the link's token, everyone else by the session.
  def actor(env, request, roles)
    return driver(request) if roles == ["driver"]

    account = env["crew_ledger.account_id"]&.then { |id| Store::Company.account(id) }
    account && Work::Actor.account(account)
  end

  def driver(request)
    token = request.get_header("HTTP_AUTHORIZATION").to_s[/\ABearer ([\w-]{20,100})\z/, 1] or return
    Store::Tracking.driver_by(token, Clock.now)&.then { |row| Work::Actor.driver(row) }
  end
end
