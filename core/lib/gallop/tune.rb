# frozen_string_literal: true

module Gallop
  # Loops of a servo, on evidence: what they will do is reckoned before it is written, and what makes them good is
  # designed. Everything of a shaft, SI; values of a drive come in and go out by Gains.
  #
  #   loops = Gallop::Tune::Loops.new(gains, mechanism, stage)
  #   loops.speed.phase_margin   # => 52.1 °
  #   Gallop::Tune::Rehearsal.new(gains, mechanism, stage).step(30.0)   # what a step of the speed will look like
  module Tune
  end
end
