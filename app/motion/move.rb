# frozen_string_literal: true

module Motion
  # To a position, and no further. A target beyond the travel limits is refused, not shortened.
  class Move < Command
    kind "position"

    # @param target [Integer] in the drive's unit of position @param relative [Boolean] from where the motor stands
    def initialize(target, relative: false)
      super()
      @target = target
      @relative = relative
    end

    def held(gait, bounds)
      target = @target + (@relative ? bounds.position : 0)
      refuse_beyond(bounds.travel, target, bounds.position_unit)
      Held.new(
        asked: @target,
        held: target,
        unit: bounds.position_unit,
        reason: slowed(gait, bounds, target - bounds.position)
      )
    end

    def depends_on_gait? = false
    def sentence(held) = "Move to #{Gallop::Quantities.format(held.held, held.unit)}"

    private

    def refuse_beyond(travel, target, unit)
      low, high = travel.begin, travel.end
      side, limit = target < low ? ["below", low] : nil if low
      side, limit = ["above", high] if high && target > high
      return unless limit
      raise Gallop::Objects::Unacceptable,
            "#{figure(target, unit)} is #{side} the software travel limit of " \
              "#{figure(limit, unit)}. Nothing moves."
    end
  end
end
