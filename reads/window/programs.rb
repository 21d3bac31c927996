# frozen_string_literal: true

# A customer's programs: those that read, and those that are told, with how that goes.
module Reads::Window::Programs
  # tokens, hooks - rows, hooks with secret, standing, waiting, sent and problem; token - the text of one, or nil
  Value = Core::Value.of(:tokens, :hooks, :token)

  # made - id of a token whose text is wanted
  def self.of(customer_id, made: nil)
    tokens = Store::Window::Programs.tokens(customer_id)
    hooks = Store::Window::Programs.hooks(customer_id)
    ids = hooks.map { |row| row[:id] }
    counts = Store::Window::Programs.standing(ids)
    problems = Store::Window::Programs.problems(ids)
    Value.new(
      tokens:,
      hooks: hooks.map { |row| hook(row, counts.fetch(row[:id], {}), problems[row[:id]]) },
      token: made && Store::Window::Programs.token(tokens.find { |row| row[:id] == made }.fetch(:salt))
    )
  end

  def self.hook(row, counts, problem)
    standing = Core::Window::Hooks.standing(stopped: !row[:stopped_at].nil?, failures: row[:failures])
    {
      **row,
      secret: Core::Window::Hooks.secret_text(Store::Window::Programs.secret(row[:salt])),
      standing:,
      waiting: counts.fetch(:waiting, 0),
      sent: counts.fetch(:sent, 0),
      problem: standing == "good" ? "" : [row[:why], problem.to_s].find { |text| !text.empty? }.to_s
    }
  end
  private_class_method :hook
end
