# frozen_string_literal: true

# A test on its way: begun, carried out in a thread of its own, and kept with what became of it. It asks the link in
# short pieces, and looks between them whether it may go on (#checkpoint!). What it borrows of the drive's values comes
# back whatever happens (Loan).
class Run < ApplicationRecord
  STATES = %w[running done undecided aborted interrupted].freeze
  CUT_SHORT = "The server ended while the test was under way."
  LOGGED_AS = "test"
  TOPIC = "run"
  PAUSE = 0.02 # s between looks whether it may go on
  AT_ONCE = 0.4 # s in which an answer waits for what is over soon

  include Undertaking

  # Somebody does not want it any more, or the drive is no longer as the test needs it.
  class Aborted < Gallop::Refusal
    kind :not_now
  end

  # It waits for no answer, or has ended.
  class NotAsking < Gallop::Refusal
    kind :not_now

    def initialize = super("This test waits for no answer.")
  end

  belongs_to :proof, optional: true
  has_many :loans, dependent: :delete_all
  has_one :trace, dependent: :nullify

  # Those whose loans are not back.
  scope :with_loans, -> { where(id: Loan.outstanding.select(:run_id)) }

  # Of what only this process knows while it is under way.
  attr_reader :question

  # @param kind [String] of Gallop::Tests @yieldreturn [Proof] in the background @return [Run] under way, or ended
  # already
  def self.begin(drive, kind, &work) = begin_on(drive, kind: kind).carry_out(&work)

  # Ends whatever tests are under way, for STOP.
  def self.abort_all(reason)
    Link::Registry.all.each { |connection| of(connection.drive_id)&.abort(reason) }
  end

  # @return [Run, nil] under way on the drive
  def self.of(drive_id) = Undertaking.on(drive_id).then { |one| one if one.is_a?(self) }

  def carry_out
    drive.log("test", "#{title} begun")
    announce
    in_background { kept { yield self } }
    @thread.join(AT_ONCE)
    self
  end

  # Until it has ended.
  def wait = @thread.join

  def title = Gallop::Tests.title(kind)
  def what_is_under_way = "A test is under way on #{drive.name}: #{title}."

  # Where a run ends that somebody wants no more. @return [Boolean] whether it was under way
  def abort(reason)
    @end_it ||= reason
    under_way?
  end

  # @raise [Aborted]
  def checkpoint!
    raise Aborted, @end_it if @end_it
    refuse_stopped if @driven
    return unless @connects
    raise Wire::Lost, "The link was lost meanwhile." if drive.connection!.connects != @connects
    raise Aborted, "#{drive.name} was enabled meanwhile." if drive.connection!.samples.last&.enabled?
  end

  def report(text, share)
    checkpoint!
    advance(text, share)
  end

  # @raise [Aborted]
  def pause(seconds)
    deadline = now + seconds
    until now >= deadline
      checkpoint!
      sleep [PAUSE, [deadline - now, 0].max].min
    end
  end

  # As long as the block runs the power stage is off, and nobody enables it.
  def at_rest
    connection = drive.connection!
    @connects = connection.connects
    connection.motion.keep_still(what_is_under_way) { yield }
  ensure
    @connects = nil
  end

  # As long as the block runs the motor is enabled for what the test does with it, by the reins of the tab that began
  # it. Whatever ends it, power stage and mode of operation are then as before.
  # @param kind [String] Motion::Mode::INJECTION or TURNING @param consents [Array<String>] of Motion::Consent::NAMES
  # @param needs [Proc] that answers with what must be so
  def driving(tab, needs:, kind: Motion::Mode::INJECTION, consents: [])
    motion = drive.connection!.motion
    borrowing("control.mode" => Motion::Mode.of(kind, drive.profile).code, **by_network) do
      enable_for_it(motion, tab, needs, kind: kind, consents: consents)
      @driven = [motion, drive.connection!.connects]
      yield motion
    ensure
      @driven = nil
      come_to_rest(motion, tab)
    end
  end

  # Values that the drive has while the block runs, and then no longer. They are in the database before the first word
  # goes out, so that after a crash they come back at the next connection.
  # @param values [Hash{String => Object}] raw by key
  def borrowing(values)
    connection = drive.connection!
    connection.own_writes do
      values.each { |key, raw| Loan.take(self, key, raw) { checkpoint! } }
      yield
    ensure
      Loan.return_all(drive, of: self)
    end
  end

  # Waits for what the technician says. @yield again and again meanwhile @return [Hash{Symbol => Object}]
  def ask(sentence, within:)
    said = nil
    in_time =
      listen(sentence, within: within) do |answer|
        yield if block_given?
        said = answer
      end
    return said if in_time
    raise Gallop::Identify::Undecided, "Nobody said within #{within.round} s what was seen. Begin again."
  end

  # Looks on until the block says that it is enough. @yieldparam said [Hash{Symbol => Object}, nil] what was told since
  # it looked last @return [Boolean] whether it was enough in time
  def listen(sentence, within:)
    @answers = Thread::Queue.new
    @question = sentence
    advance(sentence, 0.0)
    deadline = now + within
    until yield(@answers.empty? ? nil : @answers.pop)
      return false if now > deadline
      pause(PAUSE)
    end
    true
  ensure
    @question = nil
  end

  # What has been seen so far, for the pages. @param marks [Hash{String => Numeric}]
  def mark(marks)
    update!(marks: marks)
    announce
  end

  # Something that it goes on after. @raise [NotAsking]
  def told(**given)
    raise NotAsking if question.nil?
    @answers << given
    self
  end

  # @raise [NotAsking]
  def answer(**given)
    told(**given)
    @thread.join(AT_ONCE)
    reload
  end

  private

  LETTING_GO = 3.0 # s for a motor to come to rest and be given back

  # What gives terminals a say in starts and speeds, taken for as long as a test drives the motor.
  def by_network
    Gallop::Terminals.let_go(drive.live_values)
  end

  def enable_for_it(motion, tab, needs, **how)
    checkpoint!
    motion.with_gait { motion.enable(tab, gait: drive.reload.envelope, needs: needs.call, **how) }
    drive.enabled!("for a test: #{title}, at #{drive.gait}")
    Link::Feed.changed(drive_id, "motion")
  end

  def refuse_stopped
    motion, connects = @driven
    raise Wire::Lost, "The link was lost meanwhile." if drive.connection!.connects != connects
    return if motion.armed?
    fault = drive.connection!.samples.last&.fault_code.to_i
    raise Aborted, "The motor was stopped." if fault.zero?
    known = drive.profile.fault(fault)
    raise Gallop::Identify::Undecided, "The drive stopped by itself with fault #{known.hex}, #{known.name}."
  end

  # Somebody else's reins, or a stop, have ended it already; the values can go back once the drive is free.
  def come_to_rest(motion, tab)
    motion.disable(tab) if motion.armed?
  rescue Motion::NotHeld, Motion::OutOfState, Link::Offline, Link::Late, Wire::Lost, Wire::Refused => e
    Rails.logger.warn("#{drive.name}, after a test: #{e.message}")
  ensure
    deadline = now + LETTING_GO
    sleep PAUSE while motion.holding? && now < deadline
    Link::Feed.changed(drive_id, "motion")
  end

  # @yieldreturn [Proof]
  def kept
    proof = yield
    conclude(
      "done",
      proof.headline,
      headline: "#{title}: #{proof.verdict == "proven" ? "proven" : "not right"}",
      proof: proof,
      progress: 1.0
    )
  rescue Aborted => e
    conclude("aborted", e.message)
  rescue Gallop::Identify::Undecided, Wire::Refused => e
    conclude("undecided", e.sentence)
  end

  def headline_of(state) = "#{title}: #{state}"
  def announce = Link::Feed.changed(drive_id, "run", "proofs")
  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end
