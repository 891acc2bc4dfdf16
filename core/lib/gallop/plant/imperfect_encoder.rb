# frozen_string_literal: true

module Gallop
  module Plant
    # An encoder as it is made and mounted, above what Encoder has:
    #
    #   eccentricity     φ + ε sin φ                             once in a turn
    #   signal error     φ + δ sin 2 N φ/N                       twice a period, of offset, gain and phase of sine and
    #   cosine
    #                                                            or of a resolver (N periods a turn)
    #   jitter           ± a number of counts by chance
    #   lost counts      so many in each turn, always the same way
    #   slow word        a new one only after its time; in between the last is read
    #   hall edges       each off by degrees of its own, all by an offset
    #
    # (Heydemann's correction for sine and cosine: Applied Optics 20, 1981.)
    class ImperfectEncoder < Encoder
      # @param eccentricity [Float] rad @param signal_error [Float] rad of the electrical period @param periods
      # [Integer] of the signal in a turn @param jitter [Integer] counts @param lost_counts [Float] in a turn
      # @param word_time [Float] s @param hall_errors [Array<Float>] electrical rad of the six edges
      # @param hall_offset [Float] electrical rad @param seed [Integer] for the jitter
      def initialize(
        eccentricity: 0.0,
        signal_error: 0.0,
        periods: 1,
        jitter: 0,
        lost_counts: 0.0,
        word_time: 0.0,
        hall_errors: nil,
        hall_offset: 0.0,
        seed: 1,
        **encoder
      )
        super(**encoder)
        @eccentricity = eccentricity.to_f
        @signal_error = signal_error.to_f / periods
        @doubled = 2.0 * periods
        @jitter = jitter
        @lost = lost_counts.to_f
        @lost_share = channels? ? @lost / counts_per_turn : 0.0
        @word_time = word_time.to_f
        @pole_pairs = encoder.fetch(:pole_pairs, 1)
        @edges = hall_errors && hall_errors.each_with_index.map { |error, n| n * Math::PI / 3 + error }
        @hall_offset = hall_offset.to_f
        @random = seed
        @since_word = Float::INFINITY
      end

      # Lets its own time pass. @param dt [Float] s
      def wait(dt)
        @since_word += dt
      end

      def read(angle)
        if @word_time > 0.0
          return @count if @since_word < @word_time
          @since_word = 0.0
        end
        seen = angle
        seen += @eccentricity * Math.sin(angle) unless @eccentricity == 0.0
        seen += @signal_error * Math.sin(@doubled * angle) unless @signal_error == 0.0
        seen -= (angle / TWO_PI * @lost).truncate * TWO_PI / @counts_per_turn unless @lost == 0.0 || channels?
        seen += shaken * TWO_PI / @counts_per_turn unless @jitter.zero?
        super(seen)
      end

      def halls(angle)
        return super if @edges.nil? && @hall_offset == 0.0
        return 0 unless @powered && halls?
        electrical = ((angle + @offset) * @pole_pairs + @hall_offset) % TWO_PI
        @hall_seen[@edges ? (@edges.rindex { |edge| edge <= electrical } || 5) : (electrical * 3 / Math::PI).floor % 6]
      end

      private

      # An index stays where it is on the shaft, whatever was lost of the lines.
      def counted(true_count)
        @lost_share == 0.0 ? super : super(true_count - (true_count * @lost_share).truncate)
      end

      def shaken
        @random = (@random * 1_103_515_245 + 12_345) & 0x7fffffff
        @random % (2 * @jitter + 1) - @jitter
      end
    end
  end
end
