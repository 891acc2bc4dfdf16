# frozen_string_literal: true

# The stages of a drive and how each stands: todo, findings, settled (connected, or in the drive), stale, and proven,
# which is said of what was measured alone.
class Course
  Stage = Gallop::Record.define(:id, :title, :state, :note)

  def initialize(drive)
    @drive = drive
  end

  # Before its family is known a drive can only be connected.
  def stages
    return [connect] unless @drive.profile
    Gallop::Stages
      .all
      .select { |one| one.fits?(@drive.profile) }
      .map { |one| one.facts? ? facts(one.id, one.title) : send(one.id) }
  end

  private

  def stage(id, title, state, note = "") = Stage.new(id: id, title: title, state: state, note: note)

  def connect
    connection = @drive.connection
    return stage("connect", "Connect", "todo", @drive.read_at ? "offline" : "") if connection.nil?
    case connection.state
    when :online
      if @drive.differences.any?
        stage("connect", "Connect", "findings", "#{@drive.differences.size} to settle")
      else
        stage("connect", "Connect", "settled", "#{connection.live.size} values read")
      end
    when :loader
      stage("connect", "Connect", "findings", "waits for firmware")
    when :lost
      stage("connect", "Connect", "findings", "lost")
    when :taken
      stage("connect", "Connect", "findings", "linked elsewhere")
    else
      stage("connect", "Connect", "todo", "connecting")
    end
  end

  def facts(id, title)
    verdict = (@verdicts ||= Verdicts.of(@drive)).fetch(id)
    severe = verdict.assessment.findings.reject(&:note?)
    return stage(id, title, "findings", counted(severe)) if severe.any?
    return stage(id, title, "todo") if @drive.given[id].blank?
    return stage(id, title, "todo", "#{verdict.assessment.missing.size} missing") if verdict.assessment.missing.any?
    stage(id, title, *standing(verdict.proposed))
  end

  # A drive that takes nothing of it has the facts for the technician alone.
  def standing(proposed)
    return "settled", "complete" if proposed.empty?
    live = @drive.live_values
    if proposed.all? { |key, raw| live[key] == raw || @drive.measured?(key) }
      ["settled", "in the drive"]
    else
      ["todo", "to write"]
    end
  end

  def counted(findings)
    blockers, cautions = findings.partition(&:blocker?)
    return "#{blockers.size} blocker#{"s" if blockers.size > 1}" if blockers.any?
    "#{cautions.size} caution#{"s" if cautions.size > 1}"
  end

  # As far as the tests of the stage go that make sense for the drive.
  def identify
    kinds = Gallop::Tests.due("identify", @drive.profile, @drive.has).map(&:id)
    proofs = @drive.latest_proofs.select { |proof| kinds.include?(proof.kind) }.group_by(&:standing)
    failed, stale, proven = proofs.values_at("failed", "stale", "proven").map { |list| list.to_a.size }
    return stage("identify", "Identify", "findings", "#{failed} to look at") if failed.positive?
    return stage("identify", "Identify", "stale", "#{stale} stale") if stale.positive?
    return stage("identify", "Identify", "proven", "all measured") if kinds.any? && proven == kinds.size
    stage("identify", "Identify", "todo", proven.positive? ? "#{proven} of #{kinds.size} measured" : "")
  end

  def tune = by_proof("tune", "Tune", Tuning.kind_of_proof(@drive.profile), "not as it should be")

  # What there is to say against what was set there; else whether its wires are proven.
  def terminals
    counted_or_proof(TerminalStrip.new(@drive), "terminals", "Terminals", "wire_round", "wires not right")
  end

  def motion
    counted_or_proof(Homing.new(@drive), "motion", "Motion", "reference_run", "home point not found")
  end

  def verify = by_proof("verify", "Verify", Proof::DIRECTION, "direction wrong")

  # @param view [#findings] of the stage, for what there is to say against what was set @param proof [Array] as of
  # #by_proof
  def counted_or_proof(view, id, title, *proof)
    severe = view.findings.reject(&:note?)
    severe.any? ? stage(id, title, "findings", counted(severe)) : by_proof(id, title, *proof)
  end

  # As the last proof of a kind stands. @param failed [String] what is said where it was not right
  def by_proof(id, title, kind, failed)
    proof = @drive.latest_proofs.find { |one| one.kind == kind }
    case proof&.standing
    when "proven"
      stage(id, title, "proven", "proven #{proof.taken_at.localtime.strftime("%H:%M")}")
    when "stale"
      stage(id, title, "stale", "stale: #{proof.stale_because}")
    when "failed"
      stage(id, title, "findings", failed)
    else
      stage(id, title, "todo")
    end
  end
end
