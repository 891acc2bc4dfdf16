# frozen_string_literal: true

# What a stretch of a trace comes to: figures of each signal, and how actual figures follow their demands.
class TraceFigures
  Row = Gallop::Record.define(:signal, :figures)
  Pair = Gallop::Record.define(:demand, :actual, :response)

  BAND = 2.0 # percent of a step within which it counts as settled

  attr_reader :trace, :from, :to, :band

  # @param from [Float, nil] s from the trigger @param to [Float, nil] @param band [Float] percent
  def initialize(trace, from: nil, to: nil, band: BAND)
    @trace = trace
    @from = from
    @to = to
    @band = band
  end

  # @return [Array<Row>] figures are nil where nothing lies in the stretch
  def rows = signals.map { |signal| Row.new(signal: signal, figures: Gallop::Traces::Figures.of(stretch[signal.key])) }

  # @return [Array<Pair>]
  def pairs
    Gallop::Traces
      .pairs(signals.map(&:key))
      .filter_map do |demand, actual|
        response = response(demand, actual) or next
        Pair.new(demand: signal(demand), actual: signal(actual), response: response)
      end
  end

  # @return [Gallop::Traces::Spectrum, nil] nil of too few samples
  def spectrum(key) = Gallop::Traces::Spectrum.of(stretch[key], stretch.interval.to_f)

  # @raise [ActiveRecord::RecordNotFound]
  def signal(key) =
    signals.find { |signal| signal.key == key } || raise(ActiveRecord::RecordNotFound.new(nil, "Signal"))

  private

  def signals = @signals ||= trace.columns
  def stretch = @stretch ||= trace.samples.between(from, to)

  def response(demand, actual)
    Gallop::Traces::Response.of(stretch.times, stretch[demand], stretch[actual], band: band / 100.0)
  end
end
