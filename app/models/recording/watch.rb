# frozen_string_literal: true

class Recording
  # Looks after a recording that is open, in a thread of its own: whether the drive's memory has been triggered, and
  # fetches what is in it. A link that is lost is waited for; a drive that was restarted, or that somebody else has
  # armed, ends it.
  class Watch
    LOOKS = 0.1 # s
    AWAY = 0.5 # s between looks while there is no link
    PHASES = %w[empty filling waiting recording complete].freeze

    # phase: of PHASES, fetching or away. share: of the samples that are there, or fetched.
    Standing =
      Gallop::Record.define(:phase, :share) { def triggered? = %w[recording complete fetching].include?(phase) }

    # By recording; what only this process knows.
    @watches = Concurrent::Map.new

    class << self
      def over(recording) = @watches.compute_if_absent(recording.id) { new(recording).tap(&:start) }
      def leave(recording) = @watches.delete(recording.id)&.stop
      def standing(recording) = @watches[recording.id]&.standing || Standing.new(phase: "away", share: 0.0)
    end

    attr_reader :standing

    def initialize(recording)
      @recording = recording
      @standing = Standing.new(phase: "filling", share: 0.0)
      @mutex = Mutex.new
      @changed = ConditionVariable.new
    end

    def start
      person = { author: @recording.author, tab: Current.tab } # it may go on after a link that was lost
      @thread = Thread.new { run(person) }
      @thread.name = "recording #{@recording.id}"
    end

    def stop
      @mutex.synchronize do
        @ended = true
        @changed.broadcast
      end
    end

    private

    # Each look for itself: between two of them nothing is held, no connection of the database either.
    def run(person)
      rest(Rails.application.executor.wrap { Current.set(**person) { guarded_look } }) until over?
    end

    def guarded_look
      look
    rescue StandardError => e # an error of our own must not leave anything that waits for ever
      Rails.error.report(e, handled: true)
      @recording.reload.close("failed", "An error of Gallop's own: #{e.message.lines.first&.chomp}") unless over?
      0
    end

    def over? = @mutex.synchronize { @ended }
    def rest(seconds) = @mutex.synchronize { @changed.wait(@mutex, seconds) unless @ended }

    # @return [Float] s until the next look
    def look
      seen = Memory.new(@recording.drive.reload.connection!).look
      return give_up unless seen.ticket == @recording.ticket
      seen.complete? ? take : stand(PHASES.fetch(seen.state), seen.filled.to_f / @recording.setup.fetch("length"))
      LOOKS
    rescue Link::Offline, Link::Late, Wire::Lost
      stand("away", 0.0)
      AWAY
    rescue ActiveRecord::StatementInvalid => e # the drive keeps its memory until the database takes it
      Rails.logger.warn("recording #{@recording.id}: #{e.message.lines.first&.chomp}; it is tried again")
      AWAY
    rescue ActiveRecord::RecordNotFound # the drive was deleted
      stop
      0
    end

    def give_up
      @recording.close("failed", "The drive was restarted, or its trace memory was armed by somebody else.")
      0
    end

    def take
      return unless Recording.open.where(id: @recording.id).update_all(state: "fetching").positive? # ended meanwhile
      stand("fetching", 0.0)
      fetched =
        Memory
          .new(@recording.drive.connection!)
          .fetch(@recording.wanted.channels, @recording.ticket) { |share| stand("fetching", share) }
      return unless fetched
      trace = nil
      @recording.transaction do
        raise ActiveRecord::Rollback unless @recording.reload.open?
        trace = keep(fetched)
        @recording.update!(
          state: @recording.repeated ? "armed" : "done",
          ended_at: (Time.current unless @recording.repeated)
        )
      end
      after(trace) if trace
    end

    def keep(fetched)
      wanted = @recording.wanted
      Trace.keep_memory(
        @recording.drive,
        wanted.channels,
        fetched.samples,
        kind: "memory",
        recording: @recording,
        trigger: @recording.waited_for,
        interval: wanted.divider / fetched.rate.to_f,
        place: fetched.place,
        clock: fetched.clock,
        stimulus: @recording.stimulus,
        altered: altered
      )
    end

    # Settings that were changed while it waited: by what is kept they are as at the end. @return [Array<String>] keys
    def altered
      now = @recording.drive.live_settings
      @recording.held.reject { |key, raw| now[key] == raw }.keys
    end

    def after(trace)
      Link::Feed.changed(trace.drive_id, "traces", "recorder")
      return @recording.arm_again if @recording.repeated
      Watch.leave(@recording)
    end

    def stand(phase, share)
      before = @standing
      @standing = Standing.new(phase: phase, share: share)
      @recording.triggered if @standing.triggered? && !before.triggered?
      @recording.announce if before.phase != phase || (share - before.share).abs > 0.04
    end
  end
end
