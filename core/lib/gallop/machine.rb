# frozen_string_literal: true

module Gallop
  # All that the technician told about one drive's machine, stage by stage. A stage may look at the others through it.
  #
  # machine = Gallop::Machine.new(profile, "motor" => { "rated_torque" => "1.27" }, "mechanics" => { "mechanism" =>
  # "screw" })
  #   machine.stage("mechanics").assessment.findings
  class Machine
    attr_reader :profile

    # @param facts [Hash{String => Hash{String => String}}] typed facts by stage
    def initialize(profile, facts)
      @profile = profile
      @facts = facts
      @stages = {}
    end

    # @return [FactStage]
    def stage(name)
      @stages[name] ||= @facts
        .fetch(name, {})
        .then do |typed|
          Stages.fetch(name, Stages.of_facts).form.call(profile, typed).new(profile, typed, machine: self)
        end
    end
  end
end
