# frozen_string_literal: true

# What the live figures of a servo say about its wiring, while it is enabled or just was.
class Signals
  LOOK_BACK = 20.0 # s

  def initialize(drive)
    @drive = drive
  end

  # @return [Array<Gallop::Finding>] none where there is nothing to look at
  def findings
    return [] unless @drive.profile&.servo? && @drive.connection && expected? && @drive.counts?
    looks = latest_stretch.map { |sample| look(sample) }
    looks.size < 4 ? [] : Gallop::Feedback::Running.new(looks, axis).findings
  end

  private

  def values = @values ||= @drive.live_values
  def figure(key) = @drive.profile.fetch(key).then { |entry| entry.figure(values.fetch(key)) }
  def expected? = %w[feedback.counts_per_turn motor.rated_current motor.torque_constant].all? { |key| values.key?(key) }

  # From the last enabling on, with the first look after it: a fault shows there.
  def latest_stretch
    samples = @drive.connection.samples.since(Process.clock_gettime(Process::CLOCK_MONOTONIC) - LOOK_BACK)
    last = samples.rindex(&:enabled?) or return []
    first = last
    first -= 1 while first.positive? && samples[first - 1].enabled?
    samples[first..[last + 1, samples.size - 1].min]
  end

  def look(sample)
    Gallop::Feedback::Running::Look.new(
      at: sample.at,
      demand: sample["speed.demand"],
      speed: sample["speed.actual"],
      torque_current: sample["motor.torque_current"],
      current: sample["motor.current"],
      count: sample.count,
      fault: sample.fault_code,
      index: sample.raw["feedback.index_count"]
    )
  end

  # Of the shaft. @return [Float, nil]
  def torque_constant(shaft) =
    shaft
      .reckoned(:torque_constant, figure("motor.torque_constant"))
      .then { |constant| constant.finite? ? constant : nil }

  def axis
    machine = StageFacts.machine(@drive)
    mechanics = machine.stage("mechanics")
    Gallop::Feedback::Running::Axis.new(
      counts: values["feedback.counts_per_turn"],
      pole_pairs: @drive.pole_pairs,
      rated_current: figure("motor.rated_current"),
      torque_constant: torque_constant(machine.stage("motor").shaft),
      shaft: machine.stage("motor").shaft,
      wires: @drive.profile.motor_wires,
      brake: values["brake.fitted"] == 1,
      gravity: mechanics.torque_of_gravity.to_f,
      friction: mechanics.torque_of_friction.to_f,
      incremental: machine.stage("feedback").sheet["device"].to_s.start_with?("incremental"),
      turned_by_hand: @drive.proofs.where(kind: Proof::HAND_TURN).order(:taken_at).last&.verdict
    )
  end
end
