# frozen_string_literal: true

module Link
  # What one page shows of one drive: which live figures, how often, and of which also the past, for a chart.
  class Showing
    MOST = 80 # figures
    SELDOM = 5.0 # s, the longest pause that a page may ask for
    EARLY = 0.02 # s by which a figure may come before its time, as polls come when they come

    attr_reader :layout, :keys, :charted

    class << self
      # @param message [Object] {"drives": {"7": {"layout": 3, "figures": ["speed.actual"], "every": 250, "charted":
      # []}}}
      # @return [Hash{Integer => Showing}] by drive; nil when it is nothing of the kind
      def read(message)
        drives = message["drives"] if message.is_a?(Hash)
        return unless drives.is_a?(Hash) && drives.values.all? { |one| fine?(one) }
        drives.to_h { |id, one| [id.to_i, new(one)] }
      end

      private

      def fine?(one)
        one.is_a?(Hash) && one["layout"].is_a?(Integer) && one["every"].is_a?(Numeric) &&
          one
            .values_at("figures", "charted")
            .all? { |keys| keys.is_a?(Array) && keys.size <= MOST && keys.all?(String) }
      end
    end

    def initialize(given)
      @layout = given["layout"]
      @keys = given["figures"].map(&:to_s).freeze
      @charted = given["charted"].map(&:to_s).freeze
      @pause = (given["every"] / 1000.0).clamp(0, SELDOM) - EARLY
    end

    # Whether the page is to be told now; a state that is another is told at once. Asked by the link's thread alone.
    def due?(sample)
      state = sample.state
      return false unless state != @state || @at.nil? || sample.at - @at >= @pause
      @state = state
      @at = sample.at
      true
    end
  end
end
