# frozen_string_literal: true

require_relative "mutation"

# Finds the places of a source file where a small fault can be put, method by method.
class Mutations < Prism::Visitor
  CALLS = {
    :> => :>=,
    :>= => :>,
    :< => :<=,
    :<= => :<,
    :== => :!=,
    :!= => :==,
    :+ => :-,
    :- => :+,
    :* => :+,
    :/ => :*,
    :min => :max,
    :max => :min,
    :first => :last,
    :last => :first,
    :any? => :all?,
    :all? => :any?,
    :none? => :any?,
    :select => :reject,
    :reject => :select,
    :take => :drop,
    :drop => :take,
    :ceil => :floor,
    :floor => :ceil,
    :min_by => :max_by,
    :max_by => :min_by,
    :positive? => :negative?,
    :zero? => :positive?,
    :empty? => :any?
  }.freeze

  def self.of(path) = new(path).all

  def initialize(path)
    super()
    @path = path
    @text = File.read(path)
    @scope = []
    @found = []
  end

  # Array of Mutation.
  def all
    Prism.parse(@text).value.accept(self)
    @found
  end

  def visit_module_node(node) = within(:module, node.constant_path.slice) { super }
  def visit_class_node(node) = within(:class, node.constant_path.slice) { super }
  # `Stretch = Value.of(…) do … end`: its methods are the value's.
  def visit_constant_write_node(node) = within(:value, node.name.to_s) { super }
  def visit_constant_path_write_node(node) = within(:value, node.target.slice) { super }

  def visit_def_node(node)
    return super if @method # a method within a method is part of it

    @method = node
    super
    @method = nil
  end

  def visit_call_node(node)
    to = CALLS[node.name]
    where = node.message_loc
    change(where, to.to_s) if to && where && where.slice == node.name.to_s
    super
  end

  def visit_integer_node(node)
    change(node.location, (node.value + 1).to_s)
    super
  end

  def visit_and_node(node)
    change(node.operator_loc, "||") if node.operator == "&&"
    super
  end

  def visit_or_node(node)
    change(node.operator_loc, "&&") if node.operator == "||"
    super
  end

  def visit_if_node(node)
    change(node.predicate.location, "!(#{node.predicate.slice})")
    super
  end

  def visit_unless_node(node)
    change(node.predicate.location, "!(#{node.predicate.slice})")
    super
  end

  def visit_true_node(node) = change(node.location, "false")
  def visit_false_node(node) = change(node.location, "true")

  private

  def within(kind, name)
    @scope.push([kind, name])
    yield
  ensure
    @scope.pop
  end

  def change(where, to)
    return if @method.nil? || @scope.empty?

    from = @method.location.start_offset
    source = @method.slice.dup
    bytes = source.b
    bytes[where.start_offset - from, where.length] = to.b
    @found << Mutation.new(
      path: @path,
      line: where.start_line,
      within: @method.name,
      begins: @method.location.start_line,
      scope: @scope.dup,
      source: bytes.force_encoding("UTF-8"),
      said: "`#{where.slice}` to `#{to}`",
      text: @text.lines[where.start_line - 1].strip
    )
  end
end
