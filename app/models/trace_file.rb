# frozen_string_literal: true

# A trace as a file that other programs read (docs/traces.md), and one of theirs as a trace.
class TraceFile
  FORMATS = { "csv" => "text/csv", "json" => "application/json" }.freeze
  SECONDS = { "s" => 1.0, "ms" => 1e-3, "µs" => 1e-6, "us" => 1e-6 }.freeze
  EVEN = 1e-4 # of an interval by which samples may lie beside it and still count as evenly taken
  MOST_SIGNALS = 16

  # What a file holds, before anything is made of it. @return [Gallop::Traces::Csv::Sheet]
  # @raise [Gallop::Traces::Csv::Unreadable]
  def self.sheet(content) = Gallop::Traces::Csv.read(content.dup.force_encoding(Encoding::UTF_8).scrub("?"))

  # @param time [Integer] column of the times @param unit [String] of SECONDS @param signals [Array<Hash>] column, name
  # and unit @return [Trace] @raise [Gallop::Objects::Unacceptable]
  def self.import(drive, name, content, time:, unit:, signals:)
    sheet = sheet(content)
    at = Times.new(column(sheet, time).samples, SECONDS.fetch(unit))
    Trace.transaction do
      trace =
        Trace.create!(
          drive: drive,
          kind: "file",
          name: File.basename(name.to_s, ".*").squish.first(80),
          taken_at: Time.current,
          author: Current.author.to_s,
          size: at.size,
          **at.even
        )
      trace.signals.create!(key: Trace::TIME, name: "Time", unit: "s", column: at.seconds) unless at.even?
      signals.each_with_index do |row, n|
        samples = column(sheet, row.fetch(:column)).samples
        trace.signals.create!(key: "file.#{n + 1}", name: row.fetch(:name), unit: row.fetch(:unit), column: samples)
      end
      trace
    end
  end

  def self.column(sheet, number)
    sheet.columns[number] || raise(Gallop::Objects::Unacceptable, "The file has no column #{number + 1}.")
  end
  private_class_method :column

  # Times of a file: in seconds, and whether they are evenly apart.
  class Times
    attr_reader :seconds

    # @raise [Gallop::Objects::Unacceptable]
    def initialize(column, factor)
      @seconds = column.map { |time| time * factor }
      back = @seconds.each_cons(2).find_index { |before, now| now <= before }
      return unless back
      raise Gallop::Objects::Unacceptable, "The times go back at sample #{back + 2}: choose another column for them."
    end

    def size = @seconds.size
    def even? = !even.empty?

    # The place of the trigger is that of zero; before the first and after the last there is none.
    # @return [Hash] interval and place; nothing where they are not evenly apart
    def even
      @even ||=
        begin
          interval = size > 1 ? (@seconds.last - @seconds.first) / (size - 1) : 1.0
          place = -@seconds.first / interval
          apart =
            @seconds.each_with_index.all? { |time, n| (time - @seconds.first - n * interval).abs < EVEN * interval }
          apart && (place - place.round).abs < EVEN ? { interval: interval, place: place.round } : {}
        end
    end
  end

  def initialize(trace)
    @trace = trace
  end

  # @return [String] of the file
  def name(format)
    "#{@trace.drive.name.parameterize} #{@trace.taken_at.strftime("%Y-%m-%d %H.%M.%S")} " \
      "#{@trace.title.parameterize.first(40)} #{@trace.id}.#{format}"
  end

  # @param format [String] of FORMATS @return [String]
  def written(format) = { "csv" => method(:csv), "json" => method(:json) }.fetch(format).call

  def csv
    time = Gallop::Traces::Csv::Column.new(name: "Time", unit: "s", samples: @trace.at)
    columns =
      @trace.columns.map do |signal|
        Gallop::Traces::Csv::Column.new(name: signal.name, unit: signal.unit, samples: signal.column)
      end
    Gallop::Traces::Csv.write(facts, [time, *columns])
  end

  def json
    JSON.pretty_generate(
      format: "gallop trace",
      version: 1,
      **facts.transform_keys { |name| name.tr(" ", "_") },
      interval_s: @trace.interval,
      trigger_sample: @trace.place,
      network_clock_s: @trace.clock,
      time_s: (@trace.at unless @trace.interval),
      signals:
        @trace.columns.map do |signal|
          { key: signal.key, name: signal.name, unit: signal.unit, bits: signal.bits, samples: signal.column }
        end,
      settings: settings
    )
  end

  private

  def facts
    {
      "drive" => @trace.drive.name,
      "family" => @trace.drive.profile&.title,
      "serial" => @trace.drive.identity["serial"],
      "taken" => @trace.taken_at.iso8601(3),
      "title" => @trace.title,
      "trigger" => @trace.trigger,
      "note" => @trace.note,
      "by" => @trace.author
    }.compact_blank
  end

  # As they are read, by key.
  def settings
    profile = @trace.drive.profile
    @trace.settings.to_h.filter_map { |key, raw| (entry = profile&.[](key)) && [key, entry.show(raw)] }.to_h
  end
end
