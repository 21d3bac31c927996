# frozen_string_literal: true

require "app_helper"

RSpec.describe Web::Contract do
  let(:operations) do
    described_class.document["paths"].flat_map do |path, item|
      item.slice(*described_class::METHODS).map { |method, operation| [method, path, operation] }
    end
  end

  it "names each operation once and says who may" do
    ids = operations.map { |_, _, operation| operation["operationId"] }
    known =
      %w[anyone staff driver passer_by partner customer] +
        Core::Window::RIGHTS.map { |right| "customer_#{right}" } + described_class::STAFF
    expect(ids.uniq.length).to eq(ids.length)
    expect(operations.flat_map { |_, _, operation| operation["x-roles"] } - known).to eq([])
  end

  it "has a key on every operation that creates something" do
    creating =
      operations.select do |method, path, _|
        method == "post" && !path.match?(/quote|imports|setup|terminals|forgotten/)
      end
    without =
      creating.reject do |_, _, operation|
        schema =
          described_class.resolve(
            operation.dig("requestBody", "content", "application/json", "schema") || {},
            described_class.document
          )
        required =
          [schema, *schema["allOf"]].flat_map { |part| part["required"] || [] } +
            (operation["parameters"] || []).filter_map do |parameter|
              parameter["name"] if parameter["required"]
            end
        required.include?("key")
      end
    expect(without.map { |_, path, _| path }).to eq([])
  end

  it "lets no body carry a field that is not described" do
    bodies =
      operations.filter_map do |_, path, operation|
        if operation.dig("requestBody", "content", "application/json")
          [path, operation.dig("requestBody", "content", "application/json", "schema")]
        end
      end
    open =
      bodies.reject do |_, schema|
        resolved = described_class.resolve(schema, described_class.document)
        resolved["additionalProperties"] == false || resolved["unevaluatedProperties"] == false
      end
    expect(open.map(&:first)).to eq([])
  end

  it "has a route for each operation, and no route beside them" do
    described =
      operations.map { |method, path, _| "#{method.upcase} #{path.gsub(/\{(\w+)\}/, ':\1')}" } -
        ["GET /api/live"]
    routed =
      Web::App
        .routes
        .except("HEAD")
        .flat_map { |method, routes| routes.map { |pattern, *| "#{method} #{pattern}" } }
    expect(routed).to match_array(described)
  end

  it "answers an operation's rules on reading: symbols, times, days" do
    schema = {
      "properties" => {
        "a" => {
          "format" => "date-time"
        },
        "b" => {
          "items" => {
            "properties" => {
              "c" => {
                "format" => "date"
              }
            }
          }
        }
      }
    }
    read =
      Web::Reader.read({ "a" => "2026-11-23T07:30:00-07:00", "b" => [{ "c" => "2026-11-23" }] }, schema, "")
    expect(read).to eq(a: Time.utc(2026, 11, 23, 14, 30), b: [{ c: Date.new(2026, 11, 23) }])
    expect { Web::Reader.read("2026-13-01T00:00:00Z", { "format" => "date-time" }, "/at") }.to refuse(
      "wrong_form",
      "/at"
    )
  end
end
