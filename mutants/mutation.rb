# frozen_string_literal: true

require "prism"

# One small fault, put into one method of a source file.
#
# scope - Array of [:module, :class or :value, name] around the method, outermost first; within, begins - name and
# first line of the method; source - the method with the fault; said - "`<` to `<=`"; text - of the line
Mutation =
  Core::Value.of(:path, :line, :within, :begins, :scope, :source, :said, :text) do
    # By which it is found again when lines have moved.
    def key = "#{path} #{within}: #{said} in #{text}"

    # Redefines the method where it stands. The scope is opened as it is in the file, so that constants are found
    # as there; the methods of a value stand in its block.
    def apply
      opened =
        scope.map { |kind, name| kind == :value ? "#{name}.class_eval do; " : "#{kind} #{name}; " }.join
      text = [opened, source, "\n", "end; " * scope.length].join
      TOPLEVEL_BINDING.eval(text, path, line)
    end
  end
