# frozen_string_literal: true

module Wire
  # The drive answered with a Modbus exception: it is there, and does not want to.
  class Refused < Gallop::Refusal
    HELD = [13, 14].freeze # of diagnosis.refused_reason: somebody else has the drive, or nobody

    ENABLED = 7

    attr_reader :code

    # @param reason [Integer, nil] of the drive's diagnosis
    def initialize(code, detail = nil, reason = nil)
      @code = code
      @reason = reason
      super([Gallop::Modbus::EXCEPTIONS.fetch(code, "exception #{code}"), detail].compact.join(": "))
    end

    def sentence = "The drive refused: #{message}."

    # Whether it would have been done with the power stage off.
    def while_enabled? = @reason == ENABLED

    # Whether the drive would have done it for its holder.
    def for_holder? = HELD.include?(@reason)
  end
end
