# frozen_string_literal: true

# The stages of a drive and how each stands. States: todo, findings, proven, stale.
class Course
  Stage = Gallop::Record.define(:id, :title, :state, :note)

  def initialize(drive)
    @drive = drive
  end

  def stages = [ connect, (motor if @drive.profile), (verify if @drive.profile) ].compact

  private

  def stage(id, title, state, note = "") = Stage.new(id: id, title: title, state: state, note: note)

  def connect
    connection = @drive.connection
    return stage("connect", "Connect", "todo", @drive.read_at ? "offline" : "") if connection.nil?
    case connection.state
    when :online then @drive.lost.any? ? stage("connect", "Connect", "findings", "#{@drive.lost.size} fell back") : stage("connect", "Connect", "proven", "#{connection.live.size} values read")
    when :lost then stage("connect", "Connect", "findings", "lost")
    else stage("connect", "Connect", "todo", "connecting")
    end
  end

  def motor
    model = Motor.new(@drive)
    severe = model.assessment.findings.reject { |finding| finding.severity == :note }
    return stage("motor", "Motor", "findings", counted(severe)) if severe.any?
    return stage("motor", "Motor", "todo") if model.kept.empty?
    return stage("motor", "Motor", "todo", "#{model.assessment.missing.size} missing") if model.assessment.missing.any?
    lines = model.proposals
    return stage("motor", "Motor", "proven", "in the drive") if lines.all?(&:in_drive?)
    stage("motor", "Motor", "todo", "to write")
  end

  def counted(findings)
    blockers, cautions = findings.partition(&:blocker?)
    return "#{blockers.size} blocker#{'s' if blockers.size > 1}" if blockers.any?
    "#{cautions.size} caution#{'s' if cautions.size > 1}"
  end

  def verify
    proof = @drive.proofs.where(kind: Proving::Direction::KIND).order(:taken_at).last
    case proof&.standing
    when "proven" then stage("verify", "Verify", "proven", "proven #{proof.taken_at.localtime.strftime('%H:%M')}")
    when "stale" then stage("verify", "Verify", "stale", "stale: values changed")
    when "failed" then stage("verify", "Verify", "findings", "direction wrong")
    else stage("verify", "Verify", "todo")
    end
  end
end
