# frozen_string_literal: true

# Something that is carried out on a drive step by step and written down as it goes: a batch of values, a new
# firmware, a test. It is under way only while this process works on it: what ended without being able to say so (a
# killed server, a full disk) counts as interrupted at once, and can be resumed, undone or repeated.
module Undertaking
  extend ActiveSupport::Concern

  RUNNING = "running"
  INTERRUPTED = "interrupted"
  KINDS = %w[WriteBatch FirmwareUpdate Run].freeze
  TOLD = 0.1 # s between words of progress
  # What stops an undertaking in good order: the drive is gone, or somebody else has it now.
  OBSTACLES = [Wire::Lost, Link::Offline, Link::Late, Motion::NotHeld, Motion::OutOfState, Motion::Unconfirmed].freeze

  # One at a time on a drive. By drive, what is under way: an undertaking, or an errand.
  @under_way = Concurrent::Map.new

  # Something else is under way on the drive.
  class Busy < Gallop::Refusal
    kind :not_now

    def initialize(other) = super("#{other.what_is_under_way} Wait until it has ended.")
  end

  # A short command that nothing may come between: storing, restarting, moving to another address.
  Errand = Struct.new(:what_is_under_way, :thread)

  class << self
    def on(drive_id) = @under_way[drive_id]

    # @raise [Busy]
    def claim(drive_id, one)
      other = @under_way.put_if_absent(drive_id, one)
      raise Busy, other if other && !other.equal?(one)
    end

    def leave(drive_id, one) = @under_way.delete_pair(drive_id, one)

    # @param sentence [String] what others are told meanwhile @raise [Busy]
    def errand(drive_id, sentence)
      return yield if on(drive_id).then { |one| one.is_a?(Errand) && one.thread == Thread.current }
      errand = Errand.new(sentence, Thread.current)
      claim(drive_id, errand)
      begin
        yield
      ensure
        leave(drive_id, errand)
      end
    end

    # At the start of the server: what was running was cut short.
    def mark_interrupted
      KINDS.map(&:constantize).each { |kind| kind.running.find_each { |one| one.interrupt(kind::CUT_SHORT) } }
    end
  end

  included do
    belongs_to :drive
    validates :state, inclusion: { in: const_get(:STATES) }
    scope :newest_first, -> { order(id: :desc) }
    scope :running, -> { where(state: RUNNING) }
  end

  class_methods do
    # Put into the database as running, and under way from then on. @raise [Busy]
    def begin_on(drive, **attributes)
      one = new(drive: drive, state: RUNNING, author: Current.author.to_s, **attributes)
      Undertaking.claim(drive.id, one)
      transaction do
        one.save!
        yield one if block_given?
      end
      one
    rescue StandardError
      one&.no_longer_under_way
      raise
    end
  end

  def under_way? = Undertaking.on(drive_id) == self
  def no_longer_under_way = Undertaking.leave(drive_id, self)

  # How it stands, whatever the database was last able to take.
  def standing = state == RUNNING && !under_way? ? INTERRUPTED : state

  # Comes to its end, or to where it cannot go on, and says so in the logbook.
  def conclude(state, message = "", headline: headline_of(state), detail: message, **more)
    update!(state: state, message: message, ended_at: state == INTERRUPTED ? nil : Time.current, **more)
    drive.log(self.class::LOGGED_AS, headline, detail)
    announce
    self
  end

  def interrupt(reason) = conclude(INTERRUPTED, reason)

  private

  # Progress goes to the pages, and to the database where that takes it: a full disk cuts nothing short.
  def advance(step, share)
    assign_attributes(step: step, progress: share)
    update_columns(step: step, progress: share)
  rescue ActiveRecord::StatementInvalid => e
    Rails.logger.warn(
      "#{self.class.model_name.human} of #{drive.name}: progress was not kept: #{e.message.lines.first&.chomp}"
    )
  ensure
    announce_progress
  end

  def announce_progress
    now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    return if now - (@announced || 0.0) < TOLD
    @announced = now
    Link::Feed.changed(drive_id, self.class::TOPIC)
  end

  # In a thread of its own, in the name of whoever asks.
  def in_background(&work)
    title = "#{self.class.model_name.human.downcase} #{drive.name}"
    @thread = Current.in_background(title) { in_the_end(&work) }
    self
  end

  def in_the_end
    carry_on { yield }
  rescue StandardError => e
    Rails.error.report(e, handled: false, context: { drive: drive.name })
  end

  # Carries it on to its end, or to where it cannot go on.
  def carry_on
    yield
  rescue *OBSTACLES => e
    interrupt(e.message)
  rescue StandardError => e # an error of our own must not leave anything that runs for ever
    interrupt("The server stopped on an error of its own: #{e.message.lines.first&.chomp}")
    raise
  ensure
    no_longer_under_way
  end
end
