# frozen_string_literal: true

# What people make wrong, how it is done on a stand-in, and what it has to be called.
module IdentifyMistakes
  # @!attribute kinds [Array<Symbol>] of IdentifyRigs @!attribute by [Symbol] procedure that finds it @!attribute is
  # [Array<String>] ids of findings, the first of which must be one of these @!attribute rig [Proc] changes the entry of
  # the rig @!attribute switch [Proc] changes the axis @!attribute settings [Proc, nil] of the machine's own
  Mistake = Struct.new(:kinds, :by, :is, :rig, :switch, :settings, keyword_init: true)

  TURNING = %i[servo lift linear halls stepper].freeze
  SPINNING = (TURNING + %i[brushed]).freeze
  WIRED = %i[servo linear halls brushed induction].freeze # two sensors of three phases

  # An encoder on an induction motor, with 1024 lines.
  FITTED = { "feedback.kind" => 1, "feedback.counts_per_turn" => 4096 }.freeze

  def self.encoder(**given) =
    ->(d) { d["feedback"] = { "kind" => "incremental", "counts_per_turn" => 4096, **given.transform_keys(&:to_s) } }

  ALL = {
    sensors_exchanged:
      Mistake.new(
        kinds: WIRED,
        by: :winding,
        is: %w[sensors_exchanged],
        rig: ->(d) { d["sensor"]["exchanged"] = true }
      ),
    sensor_reversed:
      Mistake.new(
        kinds: WIRED,
        by: :winding,
        is: %w[sensors_reversed],
        rig: ->(d) { d["sensor"]["reversed_v"] = true }
      ),
    phase_open:
      Mistake.new(
        kinds: %i[servo lift linear halls stepper induction],
        by: :winding,
        is: %w[phase_open],
        switch: ->(axis) { axis.phase_open = true }
      ),
    phases_exchanged:
      Mistake.new(
        kinds: TURNING,
        by: :turn,
        is: %w[phases_exchanged],
        switch: ->(axis) { axis.phases_exchanged = true }
      ),
    channels_exchanged:
      Mistake.new(
        kinds: %i[lift stepper],
        by: :turn,
        is: %w[channels_exchanged],
        switch: ->(axis) { axis.encoder.channels_exchanged = true }
      ),
    index_on_channel:
      Mistake.new(
        kinds: %i[lift stepper],
        by: :turn,
        is: %w[index_on_channel],
        switch: ->(axis) { axis.encoder.index_exchanged = true }
      ),
    halls_permuted:
      Mistake.new(
        kinds: %i[halls lift],
        by: :turn,
        is: %w[halls_permuted],
        switch: ->(axis) { axis.encoder.hall_order = 1 + rand(5) }
      ),
    encoder_silent:
      Mistake.new(
        kinds: %i[lift stepper],
        by: :turn,
        is: %w[encoder_silent channels_silent],
        switch: ->(axis) { axis.encoder.powered = false },
        settings: ->(_) { { "monitors.feedback" => 0 } }
      ),
    lines_wrong:
      Mistake.new(
        kinds: %i[lift],
        by: :turn,
        is: %w[ratio_wrong],
        settings: ->(_) { { "feedback.counts_per_turn" => [8000, 8192, 4096, 12_000].sample } }
      ),
    pairs_wrong:
      Mistake.new(
        kinds: %i[servo lift],
        by: :turn,
        is: %w[ratio_wrong],
        settings: ->(given) { { "motor.pole_pairs" => given["motor.pole_pairs"] + 1 } }
      ),
    encoder_of_induction_silent:
      Mistake.new(
        kinds: %i[induction],
        by: :free_run,
        is: %w[encoder_silent],
        rig: encoder,
        switch: ->(axis) { axis.encoder.powered = false },
        settings: ->(_) { FITTED.merge("monitors.feedback" => 0) }
      ),
    encoder_of_induction_backward:
      Mistake.new(
        kinds: %i[induction],
        by: :free_run,
        is: %w[counts_backward],
        rig: encoder(direction: -1),
        settings: ->(_) { FITTED }
      ),
    lines_of_induction_wrong:
      Mistake.new(
        kinds: %i[induction],
        by: :free_run,
        is: %w[lines_wrong],
        rig: encoder,
        settings: ->(_) { FITTED.merge("feedback.counts_per_turn" => [2048, 5000, 8192, 10_000].sample) }
      ),
    brake_closed:
      Mistake.new(
        kinds: %i[lift],
        by: :turn,
        is: %w[held],
        rig: ->(d) { d["brake"]["torque"] *= 3 },
        settings: ->(_) { { "brake.fitted" => 0 } }
      ),
    brake_unwired:
      Mistake.new(
        kinds: %i[lift],
        by: :brake,
        is: %w[brake_stays_closed],
        switch: ->(axis) { axis.brake.wired = false }
      ),
    brake_lifted:
      Mistake.new(kinds: %i[lift], by: :brake, is: %w[brake_slips], switch: ->(axis) { axis.brake.lifted = true }),
    uncoupled:
      Mistake.new(
        kinds: %i[servo lift],
        by: :spin,
        is: %w[uncoupled],
        settings: ->(_) { { "motor.rotor_inertia" => 0.5, "speed_loop.load_inertia" => 150 } } # kg·cm²
      ),
    end_stop:
      Mistake.new(
        kinds: %i[servo],
        by: :turn,
        is: %w[end_stop held],
        rig: ->(d) do
          d["obstacles"] = { "stop_low" => -0.2, "stop_high" => 3.5, "stop_stiffness" => 200.0 }
          d["mechanics"]["angle"] = 0.0
        end
      )
  }.freeze
end
