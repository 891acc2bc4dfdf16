# frozen_string_literal: true

require "rails_helper"

# Both ends of the socket in one process; the tab's end as a browser would use it.
RSpec.describe Motion::Heart, :real_time do
  tab = "heart-spec-0123456789abcdef"

  # The tab's end, with what it was told.
  class TabEnd
    attr_reader :url, :closed

    def initialize(io)
      @io = io
      @url = "ws://127.0.0.1:4100/heart"
      @driver = WebSocket::Driver.client(self)
      @driver.on(:close) { |event| @closed = event.code }
      @driver.start
    end

    # @return [Hash] the Rack environment of the request that it sent
    def environment
      @request
        .split("\r\n")
        .drop(1)
        .to_h { |line| line.split(": ", 2).then { |name, value| ["HTTP_#{name.upcase.tr("-", "_")}", value] } }
        .merge(
          "REQUEST_METHOD" => "GET",
          "rack.url_scheme" => "http",
          "HTTP_HOST" => "127.0.0.1:4100",
          "HTTP_ORIGIN" => "http://127.0.0.1:4100"
        )
    end

    def write(bytes)
      @request ? @io.write(bytes) : @request = bytes
    rescue Errno::EPIPE
      nil # the other end is gone
    end

    def hear = @driver.parse(@io.readpartial(4096))
    def say(message) = @driver.text(message)
    def leave = @io.close
  end

  let(:ends) { Socket.pair(:UNIX, :STREAM) }
  let(:browser) { TabEnd.new(ends.first) }
  let(:heart) { described_class.new(browser.environment, ends.last) }
  let(:connection) do
    instance_double(Link::Connection, drive_id: 0, close: nil, diary: class_double("Diary").as_null_object)
  end
  let(:reins) { connection.motion.reins }

  before do
    motion = Motion::Control.new(connection)
    allow(connection).to receive(:motion).and_return(motion)
    allow(Link::Registry).to receive(:all).and_return([connection])
    reins.take(tab, "Robin")
    allow(reins).to receive(:now) { @now || clock } # asked by the heart's own thread as well
  end

  def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  def silence(seconds) = @now = clock + seconds

  it "keeps the reins fresh, by messages after the first, which names the tab" do
    heart.start
    browser.hear
    browser.say(tab)
    silence(0.5)
    browser.say("")
    wait_until("a sign of life") { reins.fresh? }
  end

  it "counts signs of life that have arrived though nothing has read them yet" do
    heart.instance_variable_get(:@driver).start # without the thread that would read
    browser.hear
    browser.say(tab)
    heart.listen
    silence(0.5)
    browser.say("")
    expect(reins).to be_fresh
    silence(1.0)
    expect(reins).not_to be_fresh
  end

  it "means nothing for the reins of another tab" do
    heart.start
    browser.hear
    browser.say("another-#{tab}")
    wait_until("the tab's name") { heart.tab }
    silence(0.5)
    browser.say("")
    heart.listen
    expect(reins).not_to be_fresh
  end

  it "lets the reins go when the tab goes away" do
    heart.start
    browser.hear
    browser.say(tab)
    wait_until("the tab's name") { heart.tab }
    browser.leave
    wait_until("reins free") { reins.holder.nil? }
  end

  it "leaves the reins to the next socket of the same tab" do
    heart.start
    browser.hear
    browser.say(tab)
    wait_until("the tab's name") { heart.tab }
    other = TabEnd.new((pair = Socket.pair(:UNIX, :STREAM)).first)
    described_class.new(other.environment, pair.last).start
    other.say(tab)
    other.hear
    wait_until("the second socket is the tab's") do
      described_class.listen(tab).nil? && described_class.instance_variable_get(:@of)[tab] != heart
    end
    browser.leave
    wait_until("the first is closed") { ends.last.closed? }
    expect(reins.holder).to eq("Robin")
  end

  it "refuses a tab whose name can be guessed" do
    heart.start
    browser.hear
    browser.say("short")
    browser.hear
    expect(browser.closed).to eq(1008)
    expect(heart.tab).to be_nil
  end

  it "ends with a message that is too long, or is none" do
    heart.start
    browser.hear
    browser.say("x" * 2000)
    wait_until("the end") { ends.last.closed? }
  end

  it "is for web sockets of this application's own pages" do
    expect(described_class.call("REQUEST_METHOD" => "GET").first).to eq(400)
    foreign =
      browser.environment.merge("HTTP_ORIGIN" => "http://elsewhere.example", "rack.hijack" => -> { raise "taken over" })
    expect(described_class.call(foreign).first).to eq(403)
  end
end
