# frozen_string_literal: true

# The one plain thing to do next on a drive.
class NextStep
  # What is done at a stage that has not been begun.
  FIRST = {
    "motor" => "Give the motor's data",
    "feedback" => "Give the feedback device",
    "mechanics" => "Give the mechanics",
    "power" => "Give supply and brake",
    "limits" => "Give the limits",
    "identify" => "Measure motor and feedback",
    "verify" => "Turn the motor and prove its direction"
  }.freeze
  SETTLE = {
    "interrupted" => "Resume or undo the interrupted batch",
    "differences" => "Settle what is not as the project knew it",
    "drafted" => "Write what is drafted",
    "restart" => "Restart the drive",
    "unstored" => "Store what is live"
  }.freeze

  # @!attribute place [String] tray, or a stage
  Step = Gallop::Record.define(:sentence, :place)

  # @param stages [Array<Course::Stage>] @param open_ends [Array<OpenEnds::End>]
  def initialize(drive, stages, open_ends)
    @drive = drive
    @stages = stages
    @open_ends = open_ends
  end

  # @return [Step, nil] nil where all is done
  def step = offline || settle(%w[interrupted differences]) || finding || settle(SETTLE.keys) || begin_stage

  private

  def offline
    return if @drive.online?
    # Facts can be given, and checked, without a drive.
    Step.new(sentence: "Connect the drive", place: "connect") unless @drive.connection
  end

  def settle(ids)
    one = @open_ends.find { |each| ids.include?(each.id) } or return
    Step.new(sentence: SETTLE.fetch(one.id), place: one.place)
  end

  def finding
    stage = @stages.find { |one| one.state == "findings" && one.id != "connect" } or return
    Step.new(sentence: "#{stage.title}: look at #{stage.note}", place: stage.id)
  end

  def begin_stage
    stage = @stages.find { |one| %w[todo stale].include?(one.state) && FIRST.key?(one.id) } or return
    sentence =
      (
        if stage.note.present? && %w[identify verify].exclude?(stage.id)
          "#{stage.title}: #{stage.note}"
        else
          FIRST.fetch(stage.id)
        end
      )
    Step.new(sentence: sentence, place: stage.id)
  end
end
