# frozen_string_literal: true

# The one place that decides who may: finds the operation, holds back what is too large, knows the caller by
# role, link or signature, and only then reads the request. What the contract does not know ends here.
class Web::Gate
  CALL = "crew_ledger.call"
  ACTOR = "crew_ledger.actor"
  # Path of the operation as the contract has it.
  ROUTE = "crew_ledger.route"
  # Who comes by a link's token, and not by a session.
  BY_LINK = [["driver"], ["passer_by"], ["partner"]].freeze
  # The one address that a phone with a PIN reaches without it.
  UNLOCK = "/api/cab/unlock"

  def initialize(app, contract: Web::Contract.current)
    @app = app
    @contract = contract
  end

  def call(env)
    request = Rack::Request.new(env)
    Web::Timing.part(:gate) { pass(env, request) }
    @app.call(env)
  end

  private

  def pass(env, request)
    found = @contract.find(request) or
      raise Web::Denied.new(404, "no_such_address", "There is nothing at this address.")
    env[ROUTE] = found.path_item.path
    hold(request, found.operation)
    admit(env, request, @contract.roles(found.operation), program: found.operation["x-program"])
    Web::Tracking::GatewayCall.check(request) if found.operation["x-signed"]
    env[CALL] = @contract.read(found, request)
  end

  # Before anybody is known and anything is read.
  def hold(request, operation)
    most = @contract.most_bytes(operation)
    return unless request.content_length.to_i > most

    raise Web::Denied.new(413, "too_large", "That is larger than the #{most / 1024} kB that fit here.")
  end

  # program - may a customer's program come here?
  def admit(env, request, roles, program:)
    env[ACTOR] = program(request) if program
    env[ACTOR] ||= actor(env, request, roles)
    return if roles.include?("anyone")

    unless env[ACTOR]
      raise Web::Denied.new(
              401,
              "signed_out",
              (
                if BY_LINK.include?(roles)
                  "This link is no longer good: ask dispatch for a new one."
                else
                  "You are signed out: sign in again."
                end
              )
            )
    end
    second_factor(env)
    unless roles.intersect?(env[ACTOR].roles)
      raise Web::Denied.new(403, "not_allowed", "Your role does not allow this.")
    end
  end

  # Who has a second factor gives it; who must have one sets it up first.
  def second_factor(env)
    case Web::SecondFactor.standing(env)
    when "asked"
      raise Web::Denied.new(401, "code_needed", "Type the code of your second factor.")
    when "to_set_up"
      raise Web::Denied.new(403, "second_factor_needed", "Your role needs a second factor: set it up first.")
    end
  end

  # A driver comes by the link's token, everyone else by the session.
  def actor(env, request, roles)
    return driver(request, env) if roles == ["driver"]
    return token(request)&.then { |text| Work::Actor.by_load_link(text, Clock.now) } if roles == ["passer_by"]
    return token(request)&.then { |text| Work::Actor.by_tender(text) } if roles == ["partner"]

    Work::Actor.signed_in(env["crew_ledger.account_id"])
  end

  def token(request) = request.get_header("HTTP_AUTHORIZATION").to_s[/\ABearer ([\w-]{20,100})\z/, 1]

  # Whoever sends a token means it: a session beside it counts for nothing.
  def program(request)
    text = token(request) or return
    Work::Actor.by_program(text, Clock.now) or
      raise Web::Denied.new(401, "token_over", "This token is not known, or was taken back.")
  end

  def driver(request, env)
    text = token(request) or return
    driver, unlocked = Work::Actor.by_link(text, unlock: env["HTTP_X_CAB_UNLOCK"].to_s, now: Clock.now)
    if driver && !unlocked && request.path != UNLOCK
      raise Web::Denied.new(401, "pin_needed", "Type your PIN.")
    end

    driver
  end
end
