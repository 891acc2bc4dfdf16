# frozen_string_literal: true

module Motion
  # Who may move one drive: a browser tab, known by a secret of its own, that gives a sign of life ten times a second.
  class Reins
    FRESH = 0.45 # s without a sign of life after which the dead-man falls
    FORGOTTEN = 10.0 # s after which a silent holder has let go
    LONG_AGO = -1.0e9

    # Another tab holds the reins.
    class Held < Gallop::Refusal
      kind :not_now

      attr_reader :holder

      def initialize(holder)
        @holder = holder
        super("#{holder} holds the reins. Taking them over stops the motor first.")
      end
    end

    def initialize
      @mutex = Mutex.new
      @tab = @label = nil
      @taken = @beat = LONG_AGO
    end

    # @return [String, nil] the holder's name
    def holder = @mutex.synchronize { @label if holding? }
    def held_by?(tab) = @mutex.synchronize { !tab.nil? && holding? && @tab == tab }

    # Signs of life that have arrived count, whether this process has had time for them or not.
    def fresh?
      return true if beating?
      @mutex.synchronize { @tab }&.then { |tab| Heart.listen(tab) }
      beating?
    end

    # @raise [Held] when another tab holds them
    def take(tab, label)
      @mutex.synchronize do
        raise Held, @label if holding? && @tab != tab
        hand_to(tab, label)
      end
    end

    def hand_over(tab, label) = @mutex.synchronize { hand_to(tab, label) }

    # @return [Boolean] whether this tab held them
    def release(tab)
      @mutex.synchronize do
        next false unless @tab == tab
        @tab = @label = nil
        true
      end
    end

    # A sign of life of the holder; of anybody else it means nothing.
    def beat(tab)
      @mutex.synchronize { @beat = now if @tab == tab }
    end

    private

    # Asking for reins is no sign of life: those come from the tab's heart alone.
    def hand_to(tab, label)
      @beat = LONG_AGO unless @tab == tab
      @tab = tab
      @label = label
      @taken = now
    end

    def beating? = @mutex.synchronize { !@tab.nil? && now - @beat < FRESH }
    def holding? = !@tab.nil? && now - [@beat, @taken].max < FORGOTTEN
    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
