# frozen_string_literal: true

require "prism"

# One small fault, put into one method of a source file.
#
# scope - Array of the names of the modules, classes and values around the method, outermost first; within, begins -
# name and first line of the method; source - the method with the fault; said - "`<` to `<=`"; text - of the line
Mutation =
  Core::Value.of(:path, :line, :within, :begins, :scope, :source, :said, :text) do
    # By which it is found again when lines have moved.
    def key = "#{path} #{within}: #{said} in #{text}"

    # Redefines the method where it stands. The scope is opened as it is in the file, so that constants are found
    # as there.
    def apply
      *around, last = scope
      opened = around.each_index.map { |i| "#{kind(around[0..i])} #{around[i]}; " }.join
      body = "#{opened}#{last}.class_eval do; #{source}\nend#{"; end" * around.length}"
      TOPLEVEL_BINDING.eval(body, path, line)
    end

    private

    # module or class
    def kind(names) = Object.const_get(names.join("::")).class.name.downcase
  end
