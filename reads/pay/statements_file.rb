# frozen_string_literal: true

# The PDF of all statements of a run, while it is made and after.
module Reads::Pay::StatementsFile
  # { id:, made:, total:, ready: } Raises Store::NotFound.
  def self.progress(id) = Store::Pay::Files.progress(id)

  # Raises Store::NotFound also while it is being made.
  def self.content(id) = Store::Pay::Files.content(id).to_s
end
