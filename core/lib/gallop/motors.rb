# frozen_string_literal: true

module Gallop
  # Motor facts in; consequences, findings and proposals out.
  #
  #   profile = Gallop::Objects::Profile.load("shire")
  #   Gallop::Motors.for(profile, "rated_power" => "1,5 kW", "rated_speed" => "1425").assessment.findings
  module Motors
    # @param profile [Objects::Profile] of the drive @param typed [Hash] facts as typed
    # @return [Motor]
    def self.for(profile, typed)
      kind(profile, typed).new(profile, typed)
    end

    def self.fields(profile) = kind(profile)::FIELDS
    # @param typed [Hash] facts, which may say that nothing is known @return [Class]
    def self.kind(profile, typed = {})
      if typed.transform_keys(&:to_s)["plate"] == "none" && Unknown.possible?(profile)
        Unknown
      else
        KINDS.fetch(profile.motor_kind)
      end
    end

    KINDS = {
      synchronous: Synchronous,
      linear: Linear,
      induction: Induction,
      brushed: Brushed,
      stepper: Stepper
    }.freeze
  end
end
