# frozen_string_literal: true

# Some traces against each other: the same figures of each, and the settings in which they differ.
class TraceComparison
  MOST = 6
  # of figures and responses, in the order in which they are shown
  OF_SIGNALS = { "mean" => :mean, "rms" => :rms, "lowest" => :lowest, "highest" => :highest }.freeze
  OF_PAIRS = {
    "error, rms" => :error_rms,
    "error, peak" => :error_peak,
    "steady error" => :steady_error,
    "rise" => :rise,
    "overshoot" => :overshoot,
    "settling" => :settling
  }.freeze
  IN_SECONDS = %i[rise settling].freeze

  Line = Gallop::Record.define(:signal, :figure, :unit, :values)
  Setting = Gallop::Record.define(:name, :key, :values)

  attr_reader :traces

  # @param traces [Array<Trace>] the first is what the others are held against
  # @param shifts [Array<Float>] s by which each is moved
  def initialize(traces, from: nil, to: nil, shifts: [])
    @traces = traces
    @readings =
      traces.each_with_index.map do |trace, n|
        shift = shifts[n] || 0.0
        TraceFigures.new(trace, from: from && (from - shift), to: to && (to - shift))
      end
  end

  # @return [Array<Line>] of what at least two of them have
  def lines = pair_lines + signal_lines

  # @return [Array<Setting>] that are not the same in all; nil where a trace has none
  def settings
    keys = traces.flat_map { |trace| trace.settings.to_h.keys }.uniq
    keys.filter_map do |key|
      raw = traces.map { |trace| trace.settings&.fetch(key, nil) }
      next if raw.compact.uniq.size < 2 && !missing_in_some?(raw)
      entry = traces.lazy.filter_map { |trace| trace.drive.profile&.[](key) }.first
      shown =
        traces.zip(raw).map { |trace, value| value.nil? ? nil : (trace.drive.profile&.[](key) || entry).show(value) }
      Setting.new(name: entry.name, key: key, values: shown)
    end
  end

  private

  # A trace without settings says nothing; one of another family has others.
  def missing_in_some?(raw) =
    raw.include?(nil) && traces.zip(raw).any? { |trace, value| trace.settings.present? && value.nil? }

  def pair_lines
    responses = @readings.map { |reading| reading.pairs.index_by { |pair| pair.actual.key } }
    shared(responses).flat_map do |key|
      pair = responses.filter_map { |of| of[key] }.first
      OF_PAIRS.filter_map do |title, name|
        values = responses.map { |of| of[key]&.response&.public_send(name) }
        unit = name == :overshoot ? "%" : (IN_SECONDS.include?(name) ? "s" : pair.actual.unit)
        Line.new(signal: pair.actual.name, figure: title, unit: unit, values: values) if values.any?
      end
    end
  end

  def signal_lines
    rows = @readings.map { |reading| reading.rows.select(&:figures).index_by { |row| row.signal.key } }
    shared(rows).flat_map do |key|
      signal = rows.filter_map { |of| of[key]&.signal }.first
      next [] if signal.bits.any?
      OF_SIGNALS.map do |title, name|
        Line.new(
          signal: signal.name,
          figure: title,
          unit: signal.unit,
          values: rows.map { |of| of[key]&.figures&.public_send(name) }
        )
      end
    end
  end

  def shared(tables) = tables.flat_map(&:keys).tally.select { |_, count| count > 1 }.keys
end
