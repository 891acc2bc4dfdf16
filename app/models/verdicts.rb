# frozen_string_literal: true

# What the rules say of all stages of a drive, in brief. They follow from profile and facts alone, so that they are
# worked out once for these: every page asks for every drive whenever anything changes.
class Verdicts
  @kept = Concurrent::Map.new # by drive, those of its present facts

  Kept = Struct.new(:facts, :by_stage)
  # What the rules say, and what they propose, raw by key.
  Verdict = Struct.new(:assessment, :proposed)

  class << self
    # @return [Hash{String => Verdict}] by stage
    def of(drive)
      facts = facts_of(drive)
      kept = @kept[drive.id]
      return kept.by_stage if kept && kept.facts == facts
      machine = StageFacts.machine(drive)
      by_stage = Gallop::Stages.of_facts.to_h { |one| [one.id, verdict(drive.profile, machine.stage(one.id))] }
      @kept[drive.id] = Kept.new(facts, by_stage.freeze)
      by_stage
    end

    private

    def verdict(profile, stage)
      assessment = stage.verdict
      Verdict.new(
        assessment,
        assessment.proposals.to_h { |proposal| [proposal.key, profile.fetch(proposal.key).raw(proposal.figure)] }
      )
    end

    def facts_of(drive)
      [drive.profile.family, drive.profile.version, drive.given]
    end
  end
end
