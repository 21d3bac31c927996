# frozen_string_literal: true

require "json"
require "rack"
require_relative "carriers"
require_relative "../own_site"

# The register of carriers' authority and insurance, as docs/register.md describes it.
use StandIns::OwnSite
run ->(env) do
      number = Rack::Request.new(env).path_info[%r{\A/v1/carriers/([\w-]+)\z}, 1]
      carrier = number && StandIns::Carriers.of(number)
      answer = { "known" => !carrier.nil?, **carrier.to_h }
      [number ? 200 : 404, { "content-type" => "application/json" }, [JSON.generate(answer)]]
    end
