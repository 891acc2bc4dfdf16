# frozen_string_literal: true

module Gallop
  # What feeds the drive, and where the energy of a stop goes.
  #
  #   machine = Gallop::Machine.new(profile, "power" => { "mains_voltage" => "230", "resistor" => "100" })
  #   machine.stage("power").assessment.consequences
  module Power
    # @param profile [Objects::Profile] @return [Class] of the stage for what feeds this family
    def self.kind(profile) = profile.rating.key?(:bus_voltage) ? Battery : Mains
  end
end
