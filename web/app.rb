# frozen_string_literal: true

require "sinatra/base"

# The routes, by area. Who may and what is well-formed has been settled before a request gets here.
class Web::App < Sinatra::Base
  set :environment, :production
  disable :sessions, :protection, :static, :logging, :dump_errors, :show_exceptions
  enable :raise_errors

  helpers do
    # What the contract has read from the request.
    def input = env.fetch(Web::Gate::CALL).input
    def parameters = env.fetch(Web::Gate::CALL).params
    def id = parameters.fetch(:id)
    def by = env[Web::Gate::ACTOR]
    def now = @now ||= Clock.now

    # A file that somebody sent: shown as what it is and nothing else, kept by nobody on the way.
    def sent_file(type, content)
      content_type type || "application/octet-stream"
      headers Web::SentFile.headers(type)
      content.to_s
    end

    def json(value, status: 200)
      self.status status
      content_type :json
      Web::Timing.part(:json) { JSON.generate(value) }
    end
  end

  register Web::Company,
           Web::Fleet,
           Web::Freight,
           Web::Freight::Trips,
           Web::Tracking,
           Web::Road,
           Web::Permits,
           Web::Pay,
           Web::Pay::DeskRoutes,
           Web::Billing,
           Web::Roads,
           Web::Hours,
           Web::Match,
           Web::Market,
           Web::Window,
           Web::Window::Programs,
           Web::Partners
end
