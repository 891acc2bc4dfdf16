# frozen_string_literal: true

# A signal that is worked out of others of its trace: their difference, the derivative of one, or one scaled. Only how
# is kept.
class DerivedSignal
  KINDS = %w[difference derivative scale].freeze
  MOST = 8 # of a trace

  attr_reader :row

  # @param known [Array<TraceSignal, DerivedSignal>] of which it may be worked out
  def initialize(trace, known, row)
    @trace = trace
    @known = known
    @row = row
  end

  def key = row.fetch("key")
  def kind = row["kind"]
  def bits = {}
  def name = row["name"].presence || worded
  def unit = row["unit"].presence || own_unit

  # @return [Array<Float>]
  def column = @column ||= compute.to_a
  def packed = column.pack("E*")
  def slice(*names) = names.to_h { |name| [name, public_send(name)] }

  # @return [self] with name and unit written out @raise [Gallop::Objects::Unacceptable]
  def check
    refuse "“#{kind.to_s.truncate(30)}” is none of #{KINDS.join(", ")}." if KINDS.exclude?(kind)
    refuse "The trace has no signal “#{row["of"].to_s.truncate(40)}”." if one.nil?
    refuse "A trace has at most #{MOST} signals that are worked out." if @trace.derived.size >= MOST
    check_difference if kind == "difference"
    @row = row.merge("name" => name.truncate(60), "unit" => unit.truncate(20))
    self
  end

  private

  def check_difference
    refuse "The trace has no signal “#{row["other"].to_s.truncate(40)}”." if other.nil?
    return if one.unit == other.unit
    refuse "#{one.name} is in #{one.unit.presence || "plain numbers"}, #{other.name} in " \
             "#{other.unit.presence || "plain numbers"}: there is no difference between them."
  end

  def one = @known.find { |signal| signal.key == row["of"] }
  def other = @known.find { |signal| signal.key == row["other"] }

  def compute
    case kind
    when "difference"
      Gallop::Traces::Derived.difference(one.column, other.column)
    when "derivative"
      Gallop::Traces::Derived.derivative(one.column, @trace.at)
    else
      Gallop::Traces::Derived.scaled(one.column, row.fetch("factor", 1.0), row.fetch("offset", 0.0))
    end
  end

  def worded
    case kind
    when "difference"
      "#{one.name} − #{other.name}"
    when "derivative"
      "#{one.name}, rate"
    else
      "#{one.name}, scaled"
    end
  end

  def own_unit = kind == "derivative" ? "#{one.unit}/s" : one.unit

  def refuse(reason) = raise(Gallop::Objects::Unacceptable, reason)
end
