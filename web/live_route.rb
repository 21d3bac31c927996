# frozen_string_literal: true

# Answers the one address whose connection stays open. It stands before the routes, which know only answers
# that end.
class Web::LiveRoute
  def initialize(app)
    @app = app
  end

  def call(env)
    return @app.call(env) unless env[Web::Gate::CALL]&.operation_id == "live"

    Web::Live.current.answer(env[Web::Gate::ACTOR].id, lives: env[Web::SignIn::LIVES])
  end
end
