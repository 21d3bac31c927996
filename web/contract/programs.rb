# frozen_string_literal: true

# What customers' programs may ask and are told, as an OpenAPI document of its own: of the whole contract only the
# operations that are open to them, and what those refer to.
module Web::Contract::Programs
  SAYS = <<~TEXT
    Loads, papers and bills of your own with this carrier, by the same rules as on its pages. Send your token as
    `Authorization: Bearer <token>`. Every request that makes something carries a key of your own: the same key is
    done once.

    Messages are signed after the Standard Webhooks specification, with the secret that your page of programs shows.
    They are sent again, in order for each load, until your program answers with a status from 200 to 299.
  TEXT

  def self.document(url) = @document ||= made(Web::Contract.document, url)

  def self.made(whole, url)
    paths = theirs(whole["paths"])
    {
      openapi: whole["openapi"],
      info: {
        title: "Loads of a customer",
        version: whole.dig("info", "version"),
        description: SAYS
      },
      servers: [{ url: }],
      security: [{ token: [] }],
      paths:,
      webhooks:,
      components: {
        **parts(whole, [paths, webhooks]),
        "securitySchemes" => {
          "token" => {
            "type" => "http",
            "scheme" => "bearer"
          }
        }
      }
    }
  end

  # Operations for programs, without what is only ours to know.
  def self.theirs(paths)
    paths
      .filter_map do |path, item|
        own =
          item
            .select { |_, operation| operation.is_a?(Hash) && operation["x-program"] }
            .transform_values { |operation| operation.except("x-program", "x-roles") }
        [path, own] if own.any?
      end
      .to_h
  end

  def self.webhooks
    schema = { "$ref" => "#/components/schemas/LoadStageMessage" }
    {
      "load.stage" => {
        "post" => {
          "summary" => "A load has come to another stage",
          "requestBody" => {
            "required" => true,
            "content" => {
              "application/json" => {
                "schema" => schema
              }
            }
          },
          "responses" => {
            "2XX" => {
              "description" => "taken"
            }
          }
        }
      }
    }
  end

  # Components that a node refers to, and those that they refer to: { schemas: { … }, … }
  def self.parts(whole, node, found = {})
    references(node).each do |reference|
      _, group, name = reference.delete_prefix("#/").split("/")
      next if found.dig(group, name)

      part = (found[group] ||= {})[name] = whole.dig("components", group, name)
      parts(whole, part, found)
    end
    found
  end

  def self.references(node)
    case node
    when Hash
      [node["$ref"], *node.values.flat_map { |value| references(value) }].compact.grep(String)
    when Array
      node.flat_map { |value| references(value) }
    else
      []
    end
  end
  private_class_method :made, :theirs, :webhooks, :parts, :references
end
