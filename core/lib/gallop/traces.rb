# frozen_string_literal: true

module Gallop
  # What was recorded, and what can be told from it. This file: how samples come over the wire, for both of its ends.
  #
  # A channel of a memory begins a file of its own and goes on in the next; a record is a register of 16 bits. First
  # comes a base (IEEE 754 double, high word first), then the samples as what they are above it (singles): a position
  # far from zero keeps its last digits. All in SI of what is moved, a word of bits as its number.
  module Traces
    MOST_CHANNELS = 8
    MOST_SAMPLES = 8192
    RECORDS_A_FILE = 10_000
    FILES_A_CHANNEL = 2
    BASE_WORDS = 4
    WORDS_A_SAMPLE = 2
    WORDS_A_REQUEST = 120 # of function code 20, in one answer

    # Files of the trace memory, and of what a drive keeps of its last fault.
    FIRST_FILE = 100
    FIRST_FAULT_FILE = 200

    EMPTY, FILLING, WAITING, RECORDING, COMPLETE = *0..4
    ARM = 1
    CLEAR = 2
    FIRE = 3

    # How a trigger is named, by its number on the wire.
    TRIGGERS = %w[none rises falls crosses bit_set bit_cleared bit_changes state_changes fault motion].freeze
    # Those that look at a signal, and at its level or bits.
    LEVELS = %w[rises falls crosses].freeze
    BITS = %w[bit_set bit_cleared bit_changes].freeze

    # Demand, and what follows it: the first of them that is there.
    FOLLOWS = {
      "position.demand" => %w[position.actual],
      "speed.demand" => %w[speed.measured speed.actual],
      "torque.demand" => %w[torque.actual],
      "current.q_demand" => %w[current.q],
      "current.d_demand" => %w[current.d]
    }.freeze

    # Pairs of demand and actual figure among some signals. @param keys [Array<String>] @return [Hash{String => String}]
    def self.pairs(keys)
      FOLLOWS
        .transform_values { |actual| (actual & keys).first }
        .select { |demand, actual| actual && keys.include?(demand) }
    end

    # What makes a recording of so many seconds, as finely as the memory holds it.
    # @param rate [Float] Hz of the fastest loop @param finest [Integer] periods of it from sample to sample, at least
    # @return [Hash{Symbol => Integer}] divider and length
    def self.lasting(seconds, rate:, finest:)
      divider = [(seconds * rate / MOST_SAMPLES).ceil, finest].max
      { divider: divider, length: (seconds * rate / divider).floor }
    end

    # @return [Array<Array(Integer, Integer, Integer)>] file, record and words of each request for a channel
    def self.requests(first_file, channel, samples)
      words = BASE_WORDS + samples * WORDS_A_SAMPLE
      (0...words)
        .step(WORDS_A_REQUEST)
        .flat_map do |offset|
          within_files(first_file + channel * FILES_A_CHANNEL, offset, [WORDS_A_REQUEST, words - offset].min)
        end
    end

    # @return [String] the bytes of a channel
    def self.pack(samples, base: 0.0) = [base].pack("G") + samples.map { |sample| sample - base }.pack("g*")

    # @return [Array<Float>]
    def self.unpack(bytes)
      base, *above = bytes.unpack("Gg*")
      base.zero? ? above : above.map { |figure| base + figure }
    end

    # @param signal [Objects::Signal] @return [String] in which it is shown
    def self.unit(signal, profile) = signal.unit_of(profile.slides? ? Shaft.sliding(Float::NAN) : Shaft.turning)

    # Samples as they came, in the unit in which they are shown. @return [Array<Float>]
    def self.shown(samples, signal, profile)
      return samples if signal.plain?
      unit = Quantities::Unit.fetch(unit(signal, profile))
      samples.map { |sample| unit.from_si(sample) }
    end

    def self.within_files(file, offset, words)
      file += offset / RECORDS_A_FILE
      record = offset % RECORDS_A_FILE
      here = [words, RECORDS_A_FILE - record].min
      here == words ? [[file, record, words]] : [[file, record, here], [file + 1, 0, words - here]]
    end
    private_class_method :within_files
  end
end
