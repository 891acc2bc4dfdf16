# frozen_string_literal: true

# A trace memory that was armed: what was asked for, and how it stands. The memory itself waits in the drive; whoever
# looks after it here (Recording::Watch) may come and go, and so may the link and this server: by its ticket the drive
# says whether what it has is still ours. One at a time is open on a drive, which the database sees to.
class Recording < ApplicationRecord
  STATES = %w[armed fetching done ended failed].freeze
  OPEN = %w[armed fetching].freeze

  # Somebody else's, or an earlier one, is open.
  class Taken < Gallop::Refusal
    kind :not_now

    def initialize(other)
      super(
        "The trace memory of #{other.drive.name} is armed already#{" by #{other.author}" if other.author.present?}. " \
          "End that recording first."
      )
    end
  end

  # It has ended.
  class Over < Gallop::Refusal
    kind :not_now

    def initialize = super("This recording has ended already.")
  end

  attribute :held, KeptJson.new

  belongs_to :drive
  # The one at whose trigger this one is triggered too.
  belongs_to :leader, class_name: "Recording", optional: true
  has_many :followers, class_name: "Recording", foreign_key: :leader_id, dependent: :nullify, inverse_of: :leader
  has_many :traces, dependent: :nullify

  validates :state, inclusion: { in: STATES }

  scope :open, -> { where(state: OPEN) }
  scope :newest_first, -> { order(id: :desc) }

  # @param setup [Gallop::Traces::Setup] @param repeated [Boolean] armed anew after each trace
  # @param stimulus [Hash, nil] what the motor does meanwhile, as it is kept with the trace
  # @raise [Taken, Link::Offline, Wire::Lost, Wire::Refused]
  def self.arm(drive, setup, repeated: false, stimulus: nil, leader: nil)
    drive.connection!
    open_on(drive, setup, repeated, stimulus, leader).arm
  end

  # The same on other drives, at the trigger of this one. What cannot be armed is refused before anything is.
  # @param others [Array<Drive>] @raise as .arm
  def self.arm_together(drive, setup, others, **options)
    setups =
      others.index_with do |other|
        other.connection!
        raise Taken, where(drive: other).open.first if where(drive: other).open.exists?
        setup.beside(
          other.profile,
          rate: drive.live_values.fetch("trace.rate"),
          other_rate: other.live_values.fetch("trace.rate")
        )
      end
    leader = arm(drive, setup, **options)
    setups.each { |other, beside| arm(other, beside, leader: leader) }
    leader
  end

  def self.open_on(drive, setup, repeated, stimulus, leader)
    create!(
      drive: drive,
      state: "armed",
      setup: setup.to_data,
      ticket: rand(1..0xFFFFFFFF),
      repeated: repeated,
      stimulus: stimulus,
      leader: leader,
      author: Current.author.to_s
    )
  rescue ActiveRecord::RecordNotUnique
    raise Taken, where(drive: drive).open.first || raise
  end
  private_class_method :open_on

  # Those that a server which ended has left are looked after again. Called when a drive is connected.
  def self.resume(drive) = where(drive: drive).open.each { |recording| Watch.over(recording) }

  def open? = OPEN.include?(state)
  def wanted = Gallop::Traces::Setup.from_data(drive.profile, setup)

  # What its trigger was, in words: of one that follows another, that one's. @return [String]
  def waited_for = leader ? "with #{leader.drive.name}: #{leader.wanted.sentence}" : wanted.sentence

  # Sets the drive's memory and arms it.
  def arm
    write_setup
    update!(state: "armed", held: drive.live_settings)
    Watch.over(self)
    self
  rescue Wire::Refused, Wire::Lost, Link::Offline, Link::Late => e
    close("failed", e.message)
    raise
  end

  # After a trace, the next. @return [Recording]
  def arm_again
    return unless reload.open?
    update!(ticket: rand(1..0xFFFFFFFF), held: drive.live_settings)
    write_setup
  rescue Wire::Refused => e
    close("failed", e.message)
  end

  # The trigger is not waited for any longer. @raise [Over]
  def fire
    raise Over unless open?
    ours { |wire| wire.write("trace.command", Gallop::Traces::FIRE) }
  end

  # Its trigger has come: those that follow it are triggered too.
  def triggered
    followers.open.each do |follower|
      follower.fire
    rescue Over, Wire::Refused, Wire::Lost, Link::Offline, Link::Late => e
      Rails.logger.warn("recording of #{follower.drive.name} was not triggered with #{drive.name}: #{e.message}")
    end
  end

  # Nobody wants it any more; the drive's memory is emptied where it can be reached. @raise [Over]
  def end_it
    raise Over unless open?
    close("ended", "")
    followers.open.each(&:end_it)
    ours { |wire| wire.write("trace.command", Gallop::Traces::CLEAR) }
  rescue Wire::Refused, Wire::Lost, Link::Offline, Link::Late => e
    Rails.logger.warn("recording of #{drive.name}: its memory was not emptied: #{e.message}")
  end

  # @param state [String] of STATES
  def close(state, message)
    update!(state: state, message: message, ended_at: Time.current)
    Watch.leave(self)
    announce
  end

  # How it stands just now. @return [Watch::Standing]
  def standing = Watch.standing(self)

  def announce = Link::Feed.changed(drive_id, "recorder")

  private

  def write_setup
    entries = wanted.entries(ticket: ticket)
    drive.connection!.ask do |wire|
      wire.write("trace.command", Gallop::Traces::CLEAR)
      entries.each { |key, raw| wire.write(key, raw) }
      wire.write("trace.command", Gallop::Traces::ARM)
    end
  end

  # What is in the drive's memory is left alone unless it is this one's.
  def ours = drive.connection!.ask { |wire| yield wire if wire.read_one("trace.ticket") == ticket }
end
