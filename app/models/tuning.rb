# frozen_string_literal: true

# The loops of a drive on one page: what is set, what would follow from the draft, and what was measured of it.
class Tuning
  # What proves a loop: the test, and the figure that is the better the smaller it is.
  Proven = Gallop::Record.define(:kind, :figure)
  PROVEN = {
    "speed" => Proven.new(kind: "speed_step", figure: "settling"),
    "position" => Proven.new(kind: "position_move", figure: "lag")
  }.freeze

  # Values that belong to a loop, in the order in which one sets them.
  VALUES = {
    "speed" => %w[
      speed_loop.gain
      speed_loop.integral_time
      speed_loop.reference_model
      feedback.speed_filter
      filters.notch_1_frequency
      filters.notch_1_width
      filters.notch_1_depth
      filters.torque_low_pass
      speed_loop.acceleration_feed_forward
      speed_loop.load_inertia
    ],
    "position" => %w[
      position_loop.gain
      position_loop.speed_feed_forward
      speed_loop.acceleration_feed_forward
      filters.friction_feed_forward
      mechanics.friction
      mechanics.gravity
      ramps.swing_frequency
      ramps.swing_damping
    ],
    "current" => %w[current_loop.bandwidth motor.phase_resistance motor.phase_inductance]
  }.freeze

  # @!attribute entry [Gallop::Objects::Entry] @!attribute live [Object], draft [Object, nil] raw
  Field = Gallop::Record.define(:entry, :live, :draft)
  # @!attribute headline [String] @!attribute detail [String] @!attribute tone [String] good, plain or bad
  Verdict = Gallop::Record.define(:headline, :detail, :tone)

  # @param loop [String, nil] one of those that the drive has
  def self.of(drive, loop = nil) = suited_to(drive.profile).new(drive, loop)

  # @return [Class]
  def self.suited_to(profile) = profile.motor_kind == :induction ? OfFrequency : Tuning

  # All that belong to a loop of any drive. @return [Array<String>] keys
  def self.all_values = [self, OfFrequency].flat_map { |one| one::VALUES.values }.flatten.uniq

  # Kinds of tests whose proofs are tries.
  def self.kinds_of_tries = [self, OfFrequency].flat_map { |one| one::PROVEN.values }.map(&:kind).uniq

  # The test by whose proof a drive counts as tuned.
  def self.kind_of_proof(profile) = suited_to(profile)::PROVEN.values.first.kind

  attr_reader :drive

  # @param loop [String, nil] of #loops
  def initialize(drive, loop = nil)
    @drive = drive
    @loop = loop
  end

  def loop = @loop ||= loops.first
  def loops = VALUES.keys.select { |name| drive.profile[VALUES.fetch(name).first] }

  # @return [Array<Field>]
  def fields
    values
      .fetch(loop)
      .filter_map do |key|
        entry = drive.profile[key] or next
        live = live_values.fetch(key)
        Field.new(entry: entry, live: live, draft: drafted[key] == live ? nil : drafted[key])
      end
  end

  def source = evidence.source
  def measured? = evidence.measured?

  # @return [Array<Gallop::Chart>]
  def charts = Charts.new(self).charts

  # Of the draft. @return [Array<Array(String, String)>]
  def follows
    [
      ["Phase margin", degrees(margins.phase)],
      ["Gain margin", decibels(margins.gain)],
      ["Sensitivity peak", Gallop::Quantities.format(margins.peak, nil, 2)],
      ["Gain is one at", margins.crossovers.any? ? margins.crossovers.map { |one| hertz(one) }.join(", ") : "–"],
      ["Bandwidth", hertz(margins.bandwidth)]
    ]
  end

  # What the draft comes to if the mechanism is not quite what was measured.
  # @return [Verdict]
  def verdict
    return drifting unless margins.stable?
    return verdict_of("good", "Holds with the winding as it is set", WINDING) if loop == "current"
    least = varied.map { |other| other.phase.to_f }.min
    unless varied.all?(&:stable?)
      return verdict_of("bad", "Swings where the inertia is 30 % off", "It holds as measured, no further.")
    end
    headline = "Holds for 0.7 to 1.3 times the inertia"
    detail = "Lowest phase margin in that range #{degrees(least)}."
    return verdict_of("plain", "#{headline}, barely", detail) if least < BARELY
    verdict_of("good", headline, detail)
  end

  # By frequency and damping of the pair of poles that a rigid mechanism would have; nil without an integral.
  # @return [Hash{Symbol => Float}, nil] Hz, and the share of the critical damping
  def shape
    gains = wanted
    return unless gains.integral_time.positive?
    inertia = evidence.mechanism.whole
    {
      bandwidth: Math.sqrt(gains.speed_gain / inertia / gains.integral_time) / (2 * Math::PI),
      damping: 0.5 * Math.sqrt(gains.speed_gain * gains.integral_time / inertia)
    }
  end

  # Puts gain and integral time of such a pair into the draft.
  def draft_shape(bandwidth:, damping:)
    omega = 2 * Math::PI * bandwidth
    gains = wanted.with(speed_gain: 2 * damping * omega * evidence.mechanism.whole, integral_time: 2 * damping / omega)
    draft(gains, "by bandwidth and damping")
  end

  # Before anything was measured: a set that is soft enough for whatever may hang on the motor.
  def draft_soft = draft(Gallop::Tune::Soft.of(gains_of(drive.live_values)), "soft, by the inertia that is set")

  # Hz at which the gain of that set is one.
  def softness = Gallop::Tune::Soft.crossover(gains_of(drive.live_values)) / (2 * Math::PI)

  # @param share [Float] 0 quiet to 1 quick @raise [Gallop::Objects::Unacceptable] where no speed loop holds
  def draft_design(share)
    raise Gallop::Objects::Unacceptable, UNMEASURED unless measured?
    design = design_of(drive.live_values)
    unless design.possible?
      raise Gallop::Objects::Unacceptable,
            "No gain keeps its margins with this mechanism: what swings is too low and too little damped. Stiffen " \
              "it, or take the load off."
    end
    draft(design.at(share).gains, "designed")
  end

  # What was measured of inertia, friction and gravity, ahead of the loops.
  def draft_ahead
    raise Gallop::Objects::Unacceptable, UNMEASURED unless measured?
    ahead = Gallop::Tune::Settings.new(drive.profile, drafted).ahead(evidence.mechanism)
    drive.draft_all(ahead, reason: "given ahead, as measured")
  end

  # The settings of a try into the draft. @param proof [Proof]
  def draft_try(proof)
    of_try = proof.inputs.slice(*Tuning.all_values).select { |key, _| drive.profile[key] }
    drive.draft_all(of_try, reason: "as in the try of #{proof.taken_at.localtime.strftime("%H:%M")}")
  end

  # Steps or moves that were measured, the newest first. @return [Array<Proof>]
  def tries
    @tries ||= proven ? drive.proofs.where(kind: proven.kind).order(id: :desc).limit(MOST_TRIES).to_a : []
  end

  # The one that settles first, or stays closest to its path. @return [Proof, nil]
  def best = tries.select { |proof| proof.figures[proven.figure] }.min_by { |proof| proof.figures[proven.figure] }

  # What a step of the speed would look like, or a move to a place. @param values [Hash] raw
  # @return [Gallop::Tune::Rehearsal::Run]
  def rehearsed(values)
    Rehearsed.of(gains_of(values), evidence.mechanism, stage_of(values), moves? ? :move : :step, room)
  end

  # Whether it is shown by a move to a place.
  def moves? = loop == "position"

  # @return [Gallop::Tune::Loops] @param plant [#answer]
  def loops_of(values, plant = evidence.plant, **grid) =
    Gallop::Tune::Loops.new(gains_of(values), plant, stage_of(values), **grid)

  def chosen(loops) = loops.public_send(loop)
  def evidence = @evidence ||= Evidence.new(drive)
  def live_values = drive.live_values
  def drafted = @drafted ||= drive.drafted_values
  def changed? = fields.any?(&:draft)
  def gains_of(values) = Gallop::Tune::Gains.of(drive.profile, values)

  # At the gait of now.
  def stage_of(values) = Gallop::Tune::Stage.of(drive.profile, values, gait: drive.envelope)

  private

  UNMEASURED =
    "What hangs on the motor was not measured: a design would rest on nothing. Take the soft set, and measure it: " \
      "Turn by the loops, or Automatic tuning.".freeze
  WINDING = "Resistance and inductance are measured at the stage Identify.".freeze
  MOST_TRIES = 12
  BARELY = 40.0 # °
  private_constant :UNMEASURED, :WINDING, :MOST_TRIES, :BARELY

  def values = self.class::VALUES
  def wanted = gains_of(drafted)
  def proven = self.class::PROVEN[loop]
  def room = Gallop::Tune::Step.usual_room(drive.profile)

  # Of the draft.
  def margins = @margins ||= chosen(loops_of(drafted)).margins

  def varied
    @varied ||=
      Gallop::Tune::Design::VARIED.map { |how| chosen(loops_of(drafted, evidence.plant.varied(**how))).margins }
  end

  def design_of(values)
    count = 2 * Math::PI / values.fetch("feedback.counts_per_turn")
    Gallop::Tune::Design.new(gains_of(values), evidence.plant, stage_of(values), count: count)
  end

  def draft(gains, reason)
    drive.draft_all(Gallop::Tune::Settings.new(drive.profile, drafted).of(gains), reason: reason)
  end

  def drifting = verdict_of("bad", "Swings by itself", "With these gains the loop does not come to rest.")
  def verdict_of(tone, headline, detail) = Verdict.new(tone: tone, headline: headline, detail: detail)
  def degrees(figure) = figure ? Gallop::Quantities.format(figure, "°", 0) : "–"
  def decibels(figure) = figure ? Gallop::Quantities.format(figure, "dB", 1) : "any"
  def hertz(figure) = figure ? Gallop::Quantities.format(figure, "Hz", figure < 10 ? 1 : 0) : "–"
end
