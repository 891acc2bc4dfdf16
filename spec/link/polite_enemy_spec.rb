# frozen_string_literal: true

require "rails_helper"

# Whatever a drive answers, as long as it is a frame: the link survives it, says what is wrong, and can be closed at
# once.
RSpec.describe "A drive that answers what no drive should", :lasting do
  include ApiCalls

  include_context "behind a polite enemy"

  def link
    drive = create_drive(@paddock)
    drive.update!(port: enemy.port)
    drive.connect
    drive
  end

  def online(drive)
    wait_until("online") { drive.online? && drive.connection.samples.last }
    drive.reload
  end

  def expect_quick_end(drive)
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    connection = drive.connection
    drive.disconnect
    expect(Process.clock_gettime(Process::CLOCK_MONOTONIC) - began).to be < 2.5
    wait_until("the end of its thread", seconds: 2) { !connection.alive? }
    expect { drive.destroy! }.not_to raise_error
  end

  codes = [1, 2, 3, 4, 5, 6, 8, 10, 11]
  { 3 => "reading", 23 => "reading while refreshing", 16 => "writing", 43 => "identifying" }.each do |function, what|
    Chance
      .pick(codes, what)
      .each do |code|
        it "survives exception #{code} to #{what}, and is there again when it ends" do
          drive = online(link)
          enemy.manner = PoliteEnemy.exception(code, function: function)
          polls = enemy.seen.size
          wait_until("some answers") { enemy.seen.size > polls + 30 }
          enemy.behave
          online(drive)
          expect_quick_end(drive)
        end
      end
  end

  it "stays online when a poll is answered busy now and then" do
    drive = online(link)
    count = 0
    enemy.manner = ->(pdu, pass) { (count += 1) % 5 == 0 ? [pdu.getbyte(0) | 0x80, 6].pack("CC") : pass.call }
    before = drive.connection.samples.last.at
    wait_until("two seconds of figures") { drive.connection.samples.last.at > before + 2 }
    expect(drive).to be_online
    expect(drive.connection.connects).to eq(1)
  end

  identities = {
    "of five bytes" => [->(_) { "\x2B\x0E\x03\x83\xFF".b }, /cut short/],
    "without end" => [->(_) { [43, 14, 3, 0x83, 0xFF, 0xFF, 1, rand(256), 1, 65].pack("C10") }, /does not end|circle/],
    "that goes round in a circle" => [->(_) { [43, 14, 3, 0x83, 0xFF, 0, 1, 0, 1, 65].pack("C10") }, /circle/],
    "of nobody that is known" => [
      ->(_) { [43, 14, 3, 0x83, 0, 0, 2, 0, 1, 65, 1, 3, 88, 89, 90].pack("C15") },
      /no drive that Gallop has a profile of/
    ],
    "that promises more than it holds" => [->(_) { [43, 14, 3, 0x83, 0, 0, 9, 0, 200, 65].pack("C10") }, /cut short/]
  }
  identities.each do |which, (answer, message)|
    it "says what is wrong with an identification #{which}, ends with the link, and does not hold up a search" do
      enemy.manner = ->(pdu, pass) { pdu.getbyte(0) == 43 ? answer.call(pdu) : pass.call }
      drive = link
      wait_until("the reason") { drive.connection.message.match?(message) }
      expect(drive.connection.state).to eq(:lost)
      answers = []
      Wire::Scan.new([["127.0.0.1", enemy.port]]).run { |found| answers << found }
      expect(answers.map(&:message)).to match([message])
      expect_quick_end(drive)
    end
  end

  {
    "all zero" => ->(_) { 0 },
    "all ones" => ->(_) { 0xFFFF },
    "anything" => ->(_) { rand(0x10000) }
  }.each do |what, word|
    it "does not believe registers that are #{what}" do
      enemy.manner = PoliteEnemy.registers(&word)
      drive = link
      wait_until("the reason") { drive.connection.message.match?(/None of its figures can be believed/) }
      enemy.behave
      online(drive)
      enemy.manner = PoliteEnemy.registers(&word)
      polls = enemy.seen.size
      wait_until("some answers") { enemy.seen.size > polls + 30 }
      %w[verify faults values tray signals].each do |page|
        drive.reload
        ActionDispatch::Integration::Session
          .new(Rails.application)
          .tap { |session| session.host!("127.0.0.1") }
          .then do |session|
            session.get("/api/drives/#{drive.id}/#{page}")
            expect(session.response.status).to(
              satisfy { |status| status < 500 || status == 504 },
              "#{page}: #{session.response.status}"
            )
          end
      end
      expect_quick_end(drive)
    end
  end

  it "has one link to one device, whatever its address" do
    first = online(link)
    second = first.project.drives.create!(name: "Copy", host: "127.0.0.1", port: @paddock.port("Carriage"))
    second.connect
    wait_until("the reason") { second.connection.state == :taken }
    expect(second.connection.message).to match(
      /serial number 20417 that is linked as Carriage \(127\.0\.0\.1:#{enemy.port}\) already/
    )
    third = Project.create!(name: "Another").drives.create!(name: "Same place", host: "127.0.0.1", port: enemy.port)
    expect { third.connect }.to raise_error(Link::Registry::Taken, /linked as Carriage already/)
    expect(third.reload.link_wanted).to be(false)
    first.disconnect
    online(second)
  end

  # The dead-man's own words are refused for a while: it tries on.
  it "is stopped by the dead-man all the same when it refuses its first words", :real_time do
    commissioned(@paddock).disconnect
    Drive.last.destroy
    drive = online(link)
    wait_until("the bus") { drive.connection.samples.last.inhibits.zero? }
    motion = drive.connection.motion
    motion.take(ApiCalls::TAB, "Robin")
    with_signs_of_life(drive.connection) do
      motion.enable(ApiCalls::TAB, gait: Gallop::Gait.fetch("walk"), needs: [])
      motion.set_point(ApiCalls::TAB, 3000)
      wait_until("turning") { @paddock.shaft_speed("Carriage") > 100 }
      register = drive.profile.fetch("control.word").register
      enemy.manner = PoliteEnemy.exception(6, function: 16, where: ->(pdu) { pdu.unpack("Cn")[1] == register })
    end
    expect(@paddock.seconds_to_rest("Carriage")).to be < 1.5
    enemy.behave
    wait_until("disarmed") { !motion.armed? }
  end
end
