# frozen_string_literal: true

# Tokens and addresses of customers' programs.
module Web::Window::Programs
  def self.registered(app)
    app.helpers do
      def programs(status: 200, made: nil) =
        json(Web::Window::ProgramsJson.of(by.customer_id, secrets: true, made:), status:)
    end
    app.get("/api/window/openapi.json") { json Web::Contract::Programs.document(Settings.public_url) }
    app.get("/api/window/programs") { programs }
    app.post("/api/window/programs") do
      made = Work::Window::KeepProgram.make(by.customer_id, input, by:, now:)
      programs status: 201, made:
    end
    app.delete("/api/window/programs/:id") do
      Work::Window::KeepProgram.take_back(by.customer_id, id, by:, now:)
      programs
    end
    hooks(app)
    carriers(app)
  end

  def self.hooks(app)
    app.post("/api/window/hooks") do
      Work::Window::KeepHook.make(by.customer_id, input, by:, now:)
      programs status: 201
    end
    app.delete("/api/window/hooks/:id") do
      Work::Window::KeepHook.take_back(by.customer_id, id, by:, now:)
      programs
    end
    app.post("/api/window/hooks/:id/start") do
      Work::Window::KeepHook.start_again(by.customer_id, id, by:, now:)
      programs
    end
    app.post("/api/window/hooks/:id/try") do
      Work::Window::KeepHook.try(by.customer_id, id, input, by:, now:)
      programs
    end
  end

  # What the carrier shuts out.
  def self.carriers(app)
    app.delete("/api/customers/:id/programs/:program_id") do
      Work::Window::KeepProgram.take_back(id, parameters.fetch(:program_id), by:, now:)
      customers_window id
    end
    app.delete("/api/customers/:id/hooks/:hook_id") do
      Work::Window::KeepHook.take_back(id, parameters.fetch(:hook_id), by:, now:)
      customers_window id
    end
  end
end
