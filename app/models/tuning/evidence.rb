# frozen_string_literal: true

class Tuning
  # What is known of the mechanism behind a motor: measured where tests have found it, else as the values of the drive
  # have it.
  class Evidence
    # @param drive [Drive]
    def initialize(drive)
      @drive = drive
    end

    # @return [Gallop::Tune::Mechanism]
    def mechanism
      @mechanism ||=
        Gallop::Tune::Mechanism.found(
          inertia: inertia,
          resonance: (response["resonance"] if rings?),
          antiresonance: response["antiresonance"],
          share: response["damping"],
          **held
        )
    end

    # What the loops are reckoned with: where it is more than two masses, the tones themselves.
    # @return [Gallop::Tune::Mechanism, Gallop::Tune::Sampled]
    def plant = response["many"] ? (@plant ||= Gallop::Tune::Sampled.of(response["tones"])) : mechanism

    # @return [Gallop::Tune::Measured, nil]
    def tones
      return @tones if defined?(@tones)
      found = response["tones"] && Gallop::Tune::Measured.new(response["tones"])
      @tones = found if found&.any?
    end

    # Those that were seen before, the newest first. @return [Array<Array(Time, Gallop::Tune::Measured)>]
    def earlier_tones
      proofs =
        @drive.proofs.where(kind: ANSWERS).order(id: :desc).limit(1 + EARLIER).reject { |proof| proof.id == seen&.id }
      proofs
        .first(EARLIER)
        .map { |proof| [proof.taken_at, Gallop::Tune::Measured.new(proof.figures["tones"] || [])] }
        .select { |_, tones| tones.any? }
    end

    def measured? = !(spin["inertia"] || response["inertia"]).nil?

    # Where it comes from, in a sentence.
    def source
      return "By what is set of the inertia: nothing was measured yet." unless measured?
      from = [("Turn by the loops" if spin["inertia"]), (Gallop::Tests.title(seen.kind) if seen)].compact
      spring = response["many"] ? "more than two masses" : (rings? ? "two masses" : "one mass")
      "As measured by #{from.join(" and ")}: #{spring}."
    end

    # What holds against the motor, as far as it was measured. @return [Hash{Symbol => Float}] SI
    def held
      return {} if spin.empty?
      { coulomb: [spin["coulomb"].to_f, 0.0].max, viscous: [spin["viscous"].to_f, 0.0].max, gravity: spin["load"].to_f }
    end

    private

    ANSWERS = %w[response self_tuning].freeze # tests that see the tones
    EARLIER = 2 # that are drawn beside the newest
    private_constant :ANSWERS, :EARLIER

    # The newest of these kinds that still stands. @return [Proof, nil]
    def standing(kinds)
      @drive
        .latest_proofs
        .select { |proof| kinds.include?(proof.kind) && proof.verdict == "proven" && !proof.stale? }
        .max_by(&:taken_at)
    end

    def seen = defined?(@seen) ? @seen : @seen = standing(ANSWERS)
    def response = seen&.figures || {}
    def spin = @spin ||= standing(%w[spin])&.figures || {}
    def rings? = response.values_at("resonance", "antiresonance", "damping").all?
    def inertia = spin["inertia"] || response["inertia"] || set

    # What the drive reckons with.
    def set
      Gallop::Tune::Gains.of(@drive.profile, @drive.live_values).inertia_set
    end
  end
end
