# frozen_string_literal: true

# Who may do alone what moves money, and who has to look at it beside him.
#
# Source: common practice, separation of duties: who asks does not let it be made, who approves does not pay.
module Core::Pay::SecondPerson
  # limits: what is for more drivers or dollars than the company's limits waits; approve_and_pay: who approved a run
  # neither makes the bank's file nor says that it is paid; bank_account: another account waits.
  RULES = %w[limits approve_and_pay bank_account].freeze
  # What only administrators look at.
  ADMINISTRATORS = %w[two_people].freeze

  # Miles move pay: who pays agrees to them, others propose.
  def self.agrees_miles?(roles) = roles.include?("settlement_clerk")

  # Why somebody may not let a change be made, as [code, sentence]; nil where he may.
  #
  # kind - of the change; asked_by, by - refs of people; roles - of who would let it be made
  def self.why_not_made(kind, asked_by:, by:, roles:)
    return "same_person", "A second person has to look at it." if asked_by == by
    if kind == "agreed_miles" && !agrees_miles?(roles)
      return "clerks_only", "A settlement clerk has to look at it."
    end
    return unless ADMINISTRATORS.include?(kind) && !roles.include?("administrator")

    ["administrators_only", "Another administrator has to look at it."]
  end

  # Why somebody may not pay a run, as [code, sentence]; nil where he may.
  #
  # holds - whether the rule does
  def self.why_not_paid(approved_by:, by:, holds:)
    return unless holds && approved_by && approved_by == by

    ["approved_it", "You approved this run: somebody else makes the file for the bank and pays it."]
  end
end
