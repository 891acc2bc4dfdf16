# frozen_string_literal: true

module Gallop
  module Identify
    # A motor that turns the other way round than the machine needs it, and says so rightly: what can be done, and which
    # remedy leaves the feedback right.
    class WrongWay
      include Findings

      BOTH_WIRES = "exchange both motor wires; the encoder then counts backward: reverse its counting direction."
      private_constant :BOTH_WIRES

      # @param kind [Symbol] of motor @param counts [Boolean] whether it has a device that counts
      # @param asked [String], seen [String] forward or backward @param polarity [Integer, nil] raw, as it is set
      def initialize(kind:, counts:, asked:, seen:, polarity:, thing: "shaft")
        @kind = kind
        @counts = counts
        @asked = asked
        @seen = seen
        @polarity = polarity
        @thing = thing
      end

      # @return [Array<Finding>]
      def findings
        [
          blocker(
            "wrong_way",
            "It turns the wrong way round",
            because: "#{@asked.capitalize} was asked for and measured, and the #{@thing} was seen to go #{@seen}.",
            so: "Reverse the polarity: wires, counting and commutation stay right as they are. Or #{by_wires}",
            values: [Cia402::Polarity::KEY]
          )
        ]
      end

      # @return [Array<Estimate>] the polarity with which it would go right
      def estimates
        [Estimate.new(key: Cia402::Polarity::KEY, figure: Cia402::Polarity.other(@polarity), uncertainty: 0.0)]
      end

      private

      def by_wires
        return "exchange two motor wires, with the mains off." unless @counts
        return BOTH_WIRES if @kind == :brushed
        "exchange two motor wires; the device then counts against the field, and its counting direction and offset " \
          "have to be measured again: Turn by the field."
      end
    end
  end
end
