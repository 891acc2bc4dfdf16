# frozen_string_literal: true

module Gallop
  # All that the technician told about one drive's machine, stage by stage. A stage may look at the others through it.
  #
  #   machine = Gallop::Machine.new(profile, "motor" => { "rated_torque" => "1.27" }, "mechanics" => { "mechanism" => "screw" })
  #   machine.stage("mechanics").assessment.findings
  class Machine
    STAGES = %w[motor feedback mechanics power limits].freeze

    attr_reader :profile

    # @param facts [Hash{String => Hash{String => String}}] typed facts by stage
    def initialize(profile, facts)
      @profile = profile
      @facts = facts
      @stages = {}
    end

    # @return [FactStage]
    def stage(name)
      @stages[name] ||= @facts.fetch(name, {}).then { |typed| kind(name, typed).new(profile, typed, machine: self) }
    end

    private

    def kind(name, typed)
      case name
      when "motor" then Motors.kind(profile, typed)
      when "mechanics" then Mechanics.kind(profile)
      when "feedback" then Feedback.kind(profile)
      when "power" then Power.kind(profile)
      when "limits" then Limits.kind(profile)
      else raise ArgumentError, "there is no stage “#{name}”; known are #{STAGES.join(', ')}"
      end
    end
  end
end
