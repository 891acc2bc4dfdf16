# frozen_string_literal: true

module Motion
  # To look for the home point, by the method and the speeds that the drive has; the envelope holds both.
  class Home < Command
    kind Mode::HOMING

    def held(gait, bounds)
      Held.new(asked: bounds.homing_method, held: bounds.homing_method, unit: "", reason: slowed_search(gait, bounds))
    end

    def depends_on_gait? = false
    def sentence(held) = "Look for the home point, method #{held.held}"

    private

    def slowed_search(gait, bounds)
      highest = gait.highest(bounds.speed)
      return if bounds.homing_speed <= highest
      "Searches at #{figure(highest, bounds.speed_unit)}: #{gait.name} allows no more."
    end
  end
end
