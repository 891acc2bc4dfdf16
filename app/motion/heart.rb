# frozen_string_literal: true

module Motion
  # The web socket over which one browser tab gives signs of life: its first message is the secret of the tab, each one after it a sign of
  # life. It is read by whoever has to know, on his own thread: on a busy machine an event loop and a pool of workers would each wait their
  # turn for the interpreter first, and signs that have long arrived would count as missing. When the tab goes away, so do its reins, and a
  # motor that it moved stops.
  class Heart
    PATH = "/heart"
    LONGEST = 128      # bytes of a message
    NAMED = (16..LONGEST) # characters of a tab's secret
    CHUNK = 4096
    SILENT = 30.0      # s after which a socket counts as dead: a laptop that walks out of the network says no goodbye

    @of = {}
    @mutex = Mutex.new

    class << self
      # As a Rack application: takes the socket over from the server.
      # @return [Array] 400 for what is no web socket, 403 for a page of elsewhere
      def call(env)
        return answer(400, "A web socket is wanted here.") unless WebSocket::Driver.websocket?(env) && env["rack.hijack"]
        return answer(403, "Only pages of this application may hold reins.") unless same_origin?(Rack::Request.new(env))
        new(env, env["rack.hijack"].call).start
        [ -1, {}, [] ]
      end

      # Reads what has arrived of a tab.
      def listen(tab) = @mutex.synchronize { @of[tab] }&.listen

      def named(heart) = @mutex.synchronize { @of[heart.tab] = heart }

      # @return [Boolean] whether it was the tab's last one: after an interruption the next may be there already
      def ended(heart)
        @mutex.synchronize { @of[heart.tab].equal?(heart) && !@of.delete(heart.tab).nil? }
      end

      private

      def same_origin?(request) = request.get_header("HTTP_ORIGIN") == "#{request.scheme}://#{request.host_with_port}"
      def answer(status, text) = [ status, { "content-type" => "text/plain; charset=utf-8" }, [ "#{text}\n" ] ]
    end

    attr_reader :env, :tab

    def initialize(env, io)
      @env = env
      @io = io
      @mutex = Mutex.new
      @open = true
      @driver = WebSocket::Driver.rack(self, max_length: LONGEST)
      @driver.on(:message) { |event| hear(event.data) }
      @driver.on(:close) { @open = false }
    end

    def start
      @driver.start
      Thread.new { attend }
    end

    # Reads what has arrived.
    def listen
      @mutex.synchronize do
        while @open && (bytes = @io.read_nonblock(CHUNK, exception: false)) != :wait_readable
          bytes ? @driver.parse(bytes) : @open = false
        end
      end
    rescue SystemCallError, IOError
      @open = false
    end

    # For the driver: where the socket is, and its answers.
    def url = "ws://#{env['HTTP_HOST']}#{PATH}"
    def write(bytes) = @io.write_nonblock(bytes, exception: false)

    private

    # Until the tab goes away.
    def attend
      while @open && @io.wait_readable(SILENT)
        listen
      end
    rescue SystemCallError, IOError
      nil # gone as well
    ensure
      @io.close
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
      Rails.application.executor.wrap do
        Link::Registry.all.each do |connection|
          let_go_of(connection)
        end
      end
    end

    # What one drive answers must not keep the others moving.
    def let_go_of(connection)
      return unless connection.motion.release(tab)
      Drive.find_by(id: connection.drive_id)&.log_later("reins", "Reins let go: the browser tab was closed")
      Link::Feed.changed(connection.drive_id, "motion")
    rescue StandardError => e
      Rails.error.report(e, handled: true, context: { drive: connection.name })
    end
  end
end
