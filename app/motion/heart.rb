# frozen_string_literal: true

module Motion
  # The web socket over which one browser tab gives signs of life: its first message is the secret of the tab, each
  # one after it a sign of life. It is read by whoever has to know, on his own thread: on a busy machine an event loop
  # and a pool of workers would each wait their turn for the interpreter first, and signs that have long arrived would
  # count as missing. When the tab goes away, so do its reins, and a motor that it moved stops.
  class Heart < BrowserSocket
    PATH = "/heart"
    LONGEST = 128 # bytes of a message
    NAMED = (16..LONGEST) # characters of a tab's secret
    SILENT = 30.0 # s after which a socket counts as dead: a laptop that walks out of the network says no goodbye

    @of = {}
    @mutex = Mutex.new

    class << self
      # Reads what has arrived of a tab.
      def listen(tab) = @mutex.synchronize { @of[tab] }&.listen

      def named(heart) = @mutex.synchronize { @of[heart.tab] = heart }

      # @return [Boolean] whether it was the tab's last one: after an interruption the next may be there already
      def ended(heart)
        @mutex.synchronize { @of[heart.tab].equal?(heart) && !@of.delete(heart.tab).nil? }
      end
    end

    attr_reader :tab

    def initialize(env, io) = super(env, io, longest: LONGEST, silent: SILENT)

    private

    def gone
      let_go if tab && Heart.ended(self)
    end

    def hear(message)
      if tab.nil?
        return refuse unless NAMED.cover?(message.length)
        @tab = message.to_s
        Heart.named(self)
      end
      Link::Registry.all.each { |connection| connection.motion.reins.beat(tab) }
    end

    def refuse
      @driver.close("The first message names the tab, in #{NAMED.min} to #{NAMED.max} characters.", 1008)
      @open = false
    end

    def let_go
      Rails.application.executor.wrap { Link::Registry.all.each { |connection| let_go_of(connection) } }
    end

    # What one drive answers must not keep the others moving.
    def let_go_of(connection)
      return unless connection.motion.release(tab)
      connection.diary.reins_let_go(connection)
      Link::Feed.changed(connection.drive_id, "motion")
    rescue StandardError => e
      Rails.error.report(e, handled: true, context: { drive: connection.name })
    end
  end
end
