# frozen_string_literal: true

# Mails each driver of a locked run his statement, line by line; who has no address gets none.
module Work::Pay::MailStatements
  # Returns the run's id. Raises Refused `not_locked`.
  def self.call(run_id, input, by:, now:)
    Work::Act.once(input[:key], "mail_statements", by:, now:, input: input.merge(run_id:)) do |act|
      run = Store::Pay::Runs.row(run_id) or raise Store::NotFound.new("pay run", run_id)
      raise Refused.new("not_locked", "Approve and lock the run first.", path: "") if run[:status] == "draft"

      rows = Store::Pay::Statements.of_run(run_id).with_addresses
      rows.each do |row|
        Jobs::SendMail.write(
          row[:email],
          "Your statement #{run[:from_on]} to #{run[:to_on]}",
          body(row, run),
          now
        )
      end
      act.changed("pay_run", run_id, { mailed: [nil, rows.length] })
      run_id
    end
  end

  def self.body(row, run)
    lines =
      Store::Pay::StatementLines
        .where(statement_id: row[:id])
        .order(:position)
        .map { |line| "#{line[:label]}, #{line[:quantity]} x #{line[:rate]}: #{line[:amount].to_s("F")}" }
    "#{row[:name]},\n\n#{run[:from_on]} to #{run[:to_on]}\n#{lines.join("\n")}\n\nNet " \
      "#{format("%.2f", row[:net])}\n\n#{row[:company] || Store::Company.row[:name]}"
  end
  private_class_method :body
end
