# frozen_string_literal: true

# Sends one message to a customer's program. When it is not taken, it is due again later, and another job sends it. It
# may be killed on any line: a receiver drops an id that it has seen.
class Jobs::SendHook < Que::Job
  # A receiver that hangs holds up nobody's mail.
  self.priority = 200

  def run(message_id:)
    row = Store::Window::Programs.unsent(message_id) or return finish
    begin
      tell(row)
      Work::Window::TellPrograms.taken(row, now: Clock.now)
    rescue Services::Unreachable => e
      Work::Window::TellPrograms.failed(row, e.message, now: Clock.now)
    end
    finish
  end

  private

  def tell(row)
    secret = Store::Window::Programs.secret(row[:salt])
    id = "msg_#{row[:id]}_#{row[:hook_id]}"
    Services::CustomerHook.new(row[:url]).tell(
      row[:body],
      Core::Window::Hooks.headers(secret, id, row[:body], Clock.now)
    )
  end
end
