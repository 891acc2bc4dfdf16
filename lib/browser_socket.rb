# frozen_string_literal: true

# The server's end of a web socket of a page, taken over from Puma: read on a thread of its own, written to by whoever
# has something to say, without waiting for anybody. A subclass says what it does with a message (#hear) and when the
# page is gone (#gone).
class BrowserSocket
  CHUNK = 4096
  MOST_WAITING = 512 * 1024 # bytes that a page may be behind before it is given up

  class << self
    # As a Rack application.
    # @return [Array] 400 for what is no web socket, 403 for a page of elsewhere
    def call(env)
      return answer(400, "A web socket is wanted here.") unless WebSocket::Driver.websocket?(env) && env["rack.hijack"]
      unless same_origin?(Rack::Request.new(env))
        return answer(403, "Only pages of this application are answered here.")
      end
      new(env, env["rack.hijack"].call).start
      [-1, {}, []]
    end

    private

    def same_origin?(request) = request.get_header("HTTP_ORIGIN") == "#{request.scheme}://#{request.host_with_port}"
    def answer(status, text) = [status, { "content-type" => "text/plain; charset=utf-8" }, ["#{text}\n"]]
  end

  attr_reader :env

  # @param longest [Integer] bytes of a message @param silent [Float, nil] s without a word after which the page
  # counts as gone
  def initialize(env, io, longest:, silent: nil)
    @env = env
    @io = io
    @silent = silent
    @mutex = Monitor.new
    @open = true
    @waiting = +"".b
    @driver = WebSocket::Driver.rack(self, max_length: longest)
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

  # @param passing [Boolean] whether it may be left out where the page is behind: the next one says more
  def tell(text, passing: false)
    @mutex.synchronize do
      flush
      @driver.text(text) if @open && !(passing && @waiting.bytesize.positive?)
    end
  end

  # For the driver: where the socket is, and its answers.
  def url = "ws://#{env["HTTP_HOST"]}#{self.class::PATH}"

  def write(bytes)
    @waiting << bytes
    flush
  end

  private

  def hear(_message) = raise(NotImplementedError)
  def gone = raise(NotImplementedError)

  # Until the page goes away.
  def attend
    listen while @open && @io.wait_readable(@silent)
  rescue SystemCallError, IOError
    nil # gone as well
  ensure
    @mutex.synchronize { @open = false }
    @io.close
    gone
  end

  # Never waits: what the socket does not take now stays.
  def flush
    while @waiting.bytesize.positive? && (sent = @io.write_nonblock(@waiting, exception: false)).is_a?(Integer)
      @waiting = @waiting.byteslice(sent..)
    end
    shut if @waiting.bytesize > MOST_WAITING
  rescue SystemCallError, IOError
    @open = false
  end

  # A page that takes nothing any more. Its reading thread notices.
  def shut
    @open = false
    @waiting.clear
    @io.shutdown
  end
end
