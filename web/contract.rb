# frozen_string_literal: true

require "concurrent/map"
require "json_schemer"
require "openapi_first"
require "yaml"

# A pattern holds for the whole of a text, as in JSON Schema's own kind of expressions: a line of it is not enough.
JSONSchemer.configure { |config| config.regexp_resolver = "ecma" }

# The API's description: all of contract/*.yml as one OpenAPI document, and the check of requests against it.
class Web::Contract
  FOLDER = File.expand_path("../contract", __dir__)
  STAFF = %w[dispatcher permit_clerk settlement_clerk safety administrator].freeze
  METHODS = %w[get post put patch delete].freeze
  # What a body may hold, where the operation does not say (x-body-kb): words, and files.
  JSON_KB = 256
  FILE_KB = 20_000

  # A request's operation, with what it carries read into Ruby: symbols, Time, Date.
  Call = Value.of(:operation_id, :roles, :params, :input)

  def self.current = @current ||= new(document)

  def self.document
    Dir[File.join(FOLDER, "*.yml")]
      .map { |path| YAML.safe_load_file(path) }
      .reduce { |whole, part| merge(whole, part, levels: 3) }
  end

  # Of two hashes each key, down to so many levels; of two other values the second.
  def self.merge(one, other, levels:)
    return other unless levels.positive? && one.is_a?(Hash)

    one.merge(other) { |_, a, b| merge(a, b, levels: levels - 1) }
  end

  # The same with every reference put in place, as the checker wants it.
  def self.resolve(node, whole)
    case node
    when Hash
      reference = node["$ref"]
      return resolve(whole.dig(*reference.delete_prefix("#/").split("/")), whole) if reference.is_a?(String)

      node.transform_values { |value| resolve(value, whole) }
    when Array
      node.map { |value| resolve(value, whole) }
    else
      node
    end
  end

  attr_reader :definition

  def initialize(document)
    @schemas = Web::Contract.resolve(document.dig("components", "schemas"), document)
    @definition = Definition.new(Web::Contract.resolve(document.slice("openapi", "info", "paths"), document))
    open = @definition.operations.reject { |operation| operation["x-roles"] }
    raise "no x-roles: #{open.map(&:operation_id)}" if open.any?
  end

  def operations = @definition.operations

  # The operation's id and roles, before anything is read. Returns nil for a path or method that is not
  # described.
  def find(request)
    found = @definition.request(request)
    found if found.known?
  end

  # The most bytes that a body of this operation may have.
  def most_bytes(operation)
    kb = operation["x-body-kb"]
    kb ||= operation["requestBody"]&.dig("content", "application/octet-stream") ? FILE_KB : JSON_KB
    kb * 1024
  end

  def roles(operation) = operation["x-roles"].flat_map { |role| role == "staff" ? STAFF : [role] }

  # Raises Refused for the first thing that the contract does not allow.
  def read(found, request)
    refuse_unknown_query(found.operation, request)
    refuse_unknown_keys(found)
    failure = OpenapiFirst::RequestValidation::Validator.new(found.operation).validate(found)
    raise refusal(failure) if failure

    operation = found.operation
    Call.new(
      operation_id: operation.operation_id,
      roles: roles(operation),
      params: parameters(found),
      input: input(found)
    )
  end

  # A function that says what a schema has against the text of one of its fields, or nil.
  def complaints(schema_name)
    checks =
      @schemas.fetch(schema_name)["properties"].transform_values { |schema| JSONSchemer.schema(schema) }
    lambda do |field, text|
      error = checks[field.to_s]&.validate(text)&.first
      error && Web::Sayings.refusal(OpenapiFirst::Schema::ValidationError.new(error)).message
    end
  end

  private

  def refuse_unknown_query(operation, request)
    known = (operation.query_parameters || []).map { |parameter| parameter["name"] }
    unknown = request.GET.keys - known
    if unknown.any?
      raise Refused.new(
              "unknown_key",
              "#{unknown.first} is not known here: leave it out.",
              path: "/#{unknown.first}"
            )
    end
  end

  # What cannot be read at all is the validator's to refuse.
  def refuse_unknown_keys(found)
    schema = json_schema(found.operation) or return
    body = found.body
    Keys.check(body, schema) if body
  rescue OpenapiFirst::Error
    nil
  end

  def json_schema(operation) = operation["requestBody"]&.dig("content", "application/json", "schema")

  def parameters(found)
    all = [*found.operation.query_parameters, *found.operation.path_parameters]
    found.params.to_h do |name, value|
      [
        name.to_sym,
        Web::Reader.read(value, all.find { |parameter| parameter["name"] == name }["schema"], "/#{name}")
      ]
    end
  end

  def input(found)
    return {} unless found.operation.request_body && found.media_type&.include?("json")

    Web::Reader.read(found.body || {}, json_schema(found.operation), "")
  end

  def refusal(failure)
    # A part that fails leaves all of its fields unevaluated: what is wrong in it is said before what is
    # merely unknown.
    error =
      failure.errors&.min_by do |e|
        [
          e.schemer_error["schema_pointer"].end_with?("unevaluatedProperties") ? 2 : 0,
          e.type == "required" ? 1 : 0
        ].max
      end
    unless error
      return Refused.new("wrong_form", failure.message || "The request is not in the form wanted.", path: "")
    end

    Web::Sayings.refusal(error)
  end

  # Keeps what it has compiled: the gem makes an operation, and compiles its schemas, anew for each request. A
  # request meets the few paths that have as many parts as its own.
  class Definition < OpenapiFirst::Definition
    def initialize(...)
      super
      @fixed = path_items.reject { |item| item.path.include?("{") }.to_h { |item| [item.path, item] }
      @templates = (path_items - @fixed.values).group_by { |item| item.path.count("/") }
      @kept = Concurrent::Map.new
    end

    def request(rack_request)
      path_item, path_params = find_path_item_and_params(rack_request.path)
      operation = path_item && operation(path_item, rack_request.request_method.downcase)
      OpenapiFirst::RuntimeRequest.new(request: rack_request, path_item:, operation:, path_params:)
    end

    private

    def operation(path_item, method) =
      @kept.compute_if_absent([path_item.path, method]) { path_item.operation(method) }

    def find_path_item_and_params(path)
      return @fixed[path], {} if @fixed.key?(path)

      (@templates[path.count("/")] || []).each do |item|
        params = item.match(path)
        return item, params if params
      end
      nil
    end
  end
end
