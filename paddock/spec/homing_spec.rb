# frozen_string_literal: true

require_relative "paddock_helper"
require_relative "support/bench_instrument"

# The methods of the homing mode at a machine with switches at both ends and one between them, seen at the plant.
RSpec.describe Gallop::Paddock::Firmware::Homing do
  # rad from the middle
  LOW = -25.0
  HIGH = 25.0
  HOME = (-6.0..4.0)
  TURN = 2 * Math::PI
  BETWEEN = [-15.0, -1.0, 15.0].freeze # where it may stand at first
  SLOW = 100 # rpm
  DELAY = 0.007 # s of debouncing and two milliseconds
  LATE = SLOW * TURN / 60 * DELAY

  # By the figures of IEC 61800-7-201: the edge, the way on to the index, and where it may stand at first
  FOUND = {
    1 => [LOW, 1, BETWEEN],
    2 => [HIGH, -1, BETWEEN],
    3 => [HOME.begin, -1, BETWEEN.first(2)],
    4 => [HOME.begin, 1, BETWEEN.first(2)],
    5 => [HOME.end, 1, BETWEEN.last(2)],
    6 => [HOME.end, -1, BETWEEN.last(2)],
    7 => [HOME.begin, -1, BETWEEN],
    8 => [HOME.begin, 1, BETWEEN],
    9 => [HOME.end, -1, BETWEEN],
    10 => [HOME.end, 1, BETWEEN],
    11 => [HOME.end, 1, BETWEEN],
    12 => [HOME.end, -1, BETWEEN],
    13 => [HOME.begin, 1, BETWEEN],
    14 => [HOME.begin, -1, BETWEEN]
  }.freeze

  def build_axis(direction: 1)
    commissioned("Carriage") do |drive|
      drive["feedback"] = { "counts_per_turn" => 10_000, "kind" => "incremental", "direction" => direction }
      drive["ends"].merge!("stop_low" => -35.0, "stop_high" => 35.0)
      drive["ends"]["switches"] = [
        { "input" => 4, "from" => HOME.begin, "to" => HOME.end },
        { "input" => 5, "to" => LOW, "opening" => true },
        { "input" => 6, "from" => HIGH, "opening" => true }
      ]
    end
    write("feedback.kind", 1)
    write("feedback.counts_per_turn", 10_000)
    write("feedback.direction", direction == 1 ? 0 : 1)
    write("feedback.index", 1)
    { 4 => 14, 5 => 12, 6 => 13 }.each { |n, code| write("terminals.input_#{n}_function", code) }
    [5, 6].each { |n| write("terminals.input_#{n}_polarity", 1) }
    write("homing.search_speed", 300)
    write("homing.index_speed", SLOW)
    write("homing.acceleration", 10_000)
    write("homing.offset", 500)
    write("control.mode", 6)
    start_in_machine
  end

  # Enabled, aligned, and its brake open.
  def start_in_machine(ends: true)
    start_anew
    axis.ends_in_place = true if ends
    @middle = axis.mechanics.angle
    pass(0.5)
    enable
    pass_until(5) { firmware.loops_run? }
  end

  def axis = @stand_in.axis
  def angle = axis.mechanics.angle - @middle

  # The slide is put there by hand, at rest.
  def stand_at(place)
    write("control.word", 0)
    pass_until(2) { axis.mechanics.speed.abs < 0.01 }
    push = place - angle
    mechanics = axis.mechanics
    %i[@angle @load_angle].each do |name|
      next unless mechanics.instance_variable_defined?(name)
      mechanics.instance_variable_set(name, mechanics.instance_variable_get(name) + push)
    end
    pass(0.05)
    enable
    pass_until(5) { firmware.loops_run? }
  end

  def home(method, seconds: 25)
    write("homing.method", method)
    write("control.word", 0xF)
    pass(0.002)
    write("control.word", 0x1F)
    pass(0.01)
    pass_until(seconds, step: 0.005) { read("homing.state").to_i != 1 && axis.mechanics.speed.abs < 0.02 }
    pass(0.1)
  end

  # rad from the middle where the home point is now, by the place that the drive tells
  def home_point = angle - (read("position.actual") - 500) * TURN / 10_000
  def bits = read("control.status").to_i & 0x3400

  # The first index from a place on, by the encoder: it comes where a turn of it begins.
  def index_after(place, way)
    offset = axis.encoder.instance_variable_get(:@offset)
    turns = (place + @middle + offset) / TURN
    (way.positive? ? turns.ceil : turns.floor) * TURN - offset - @middle
  end

  def found(number, place)
    stand_at(place)
    home(number)
    expect(read("homing.state").to_i).to eq(2), "method #{number} from #{place}: #{read("homing.state").to_i}"
    expect(bits).to eq(0x1400)
    home_point
  end

  # @param numbers [Array<Integer>] of methods with an index, beside which those without go
  def agree(numbers, random)
    FOUND
      .slice(*numbers)
      .each do |number, (edge, way, places)|
        place = places.sample(random: random)
        expect(found(number + 16, place)).to be_within(LATE).of(edge), "method #{number + 16} from #{place}"
        place = places.sample(random: random)
        index = index_after(edge, way)
        expect(found(number, place)).to be_within(0.001).of(index), "method #{number} from #{place}"
        expect(read("homing.index_distance") * TURN / 10_000).to be_within(LATE).of(index - edge)
      end
  end

  it "finds what each method says, from wherever it stands" do
    build_axis
    Chance.times(1, 6).times { |n| agree(FOUND.keys, Random.new(Chance::SEED + n)) }
  end

  it "does the same with an encoder that counts the other way" do
    build_axis(direction: -1)
    random = Random.new(Chance::SEED)
    agree(FOUND.keys.sample(Chance.times(2, 14), random: random), random)
  end

  # What a page shows of a method before anything moves is what the drive does then.
  it "takes the legs that are foretold" do
    build_axis
    random = Random.new(Chance::SEED)
    FOUND
      .keys
      .sample(Chance.times(5, 14), random: random)
      .each do |row|
        number = row + [0, 16].sample(random: random)
        method = Gallop::Homing::Method.of(number)
        Gallop::Homing::Route
          .all(method)
          .each do |route|
            on = method.switch == :home && Gallop::Homing::Route.zone_of(method).cover?(route.from)
            stand_at(on ? BETWEEN[1] : route.from < 5 ? BETWEEN.first : BETWEEN.last)
            write("homing.method", number)
            write("control.word", 0xF)
            pass(0.002)
            write("control.word", 0x1F)
            pass(0.005)
            asked = []
            pass_until(15, step: 0.002) do
              asked << firmware.homing.instance_variable_get(:@target).round(2)
              read("homing.state").to_i > 1
            end
            fast = 300 * TURN / 60
            gone =
              asked
                .reject(&:zero?)
                .chunk_while { |one, other| one == other }
                .map { |same| [same[0] <=> 0, same[0].abs > fast / 2] }
            back_and_forth =
              gone.each_cons(2).select { |(one, quick), (other, too)| one != other && !quick && !too }.size
            told =
              route
                .legs
                .map { |leg| [leg.to <=> leg.from, leg.fast] }
                .chunk_while { |one, other| one == other }
                .map(&:first)
            # an edge that was met too fast is met once more, slowly
            expect(gone.drop(2 * (back_and_forth / 2)).last(told.size)).to eq(told),
            "#{number} from #{route.from}: #{gone}, #{told}"
          end
      end
  end

  it "is tried twice, and told how well it is known" do
    build_axis
    { 24 => nil, 8 => 0.0 }.each do |method, spread|
      write("homing.method", method)
      stand_at(-15.0)
      instrument = BenchInstrument.new(@stand_in)
      instrument.enable(6)
      setup = Gallop::Homing::Setup.new(@stand_in.profile, firmware.effective)
      found = Gallop::Homing::Trial.new(instrument, setup).measure
      expect(found.figures[:apart].abs).to be <= (spread || setup.edge_spread) + 1e-9
      expect(found.figures[:index]).to eq(nil) if spread.nil?
      share = (index_after(HOME.begin, 1) - HOME.begin) / TURN
      expect(found.figures[:index]).to be_within(0.02).of(share) if spread
      near = spread && !share.between?(0.1, 0.9)
      expect(found.findings.map(&:id)).to eq(near ? ["index_near"] : [])
    end
    axis.box.contacts[3].lands_on = 0
    pass(0.05)
    write("homing.timeout", 1)
    instrument = BenchInstrument.new(@stand_in)
    setup = Gallop::Homing::Setup.new(@stand_in.profile, firmware.effective)
    expect { Gallop::Homing::Trial.new(instrument, setup).measure }.to raise_error(
      Gallop::Identify::Undecided,
      /not found within the time/
    )
  end

  # An absolute device over several turns has its home point for good; lines have it until power goes.
  it "keeps it over power-off where the device does, for as long as that is read as it was" do
    state =
      [2, 3, 3].zip([0, 0, 1])
        .map do |kind, direction|
          commissioned("Carriage")
          {
            "feedback.kind" => kind,
            "feedback.multi_turn_bits" => 12,
            "homing.method" => 37,
            "homing.offset" => 777
          }.each { |pair| write(*pair) }
          write("control.mode", 6)
          start_anew
          enable
          pass(0.5)
          write("control.word", 0x1F)
          pass(0.1)
          expect([read("homing.state").to_i, read("position.actual")]).to match([2, be_within(5).of(777)])
          write("control.word", 0)
          pass(0.3)
          write("feedback.direction", direction)
          start_anew
          [read("homing.state").to_i, (read("position.actual") - 777).abs < 10]
        end
    expect(state).to eq([[0, false], [2, true], [0, false]])
  end

  it "forgets a start that came while the brake opened, once the stage goes off or the motor is stopped" do
    commissioned("Head lift")
    write("homing.method", 34)
    write("feedback.index", 1)
    write("control.mode", 6)
    start_in_machine
    write("control.word", 0)
    pass(0.5)
    { "stage off" => [0x1F, 0x7], "quick stop" => [0x1F, 0x2] }.each do |why, words|
      enable
      words.each do |word|
        write("control.word", word)
        pass(0.005)
      end
      pass(0.5)
      enable
      pass_until(1) { firmware.loops_run? }
      asked = Array.new(50) { pass(0.01) && read("speed.demand") }
      expect([read("homing.state").to_i, asked.map(&:abs).max]).to eq([6, 0]), why
      write("control.word", 0)
      pass(0.5)
    end
  end

  describe "on the way" do
    before { build_axis }

    def far? = axis.mechanics.speed.abs > 5

    def set_out(method)
      write("homing.method", method)
      write("control.word", 0xF)
      pass(0.002)
      write("control.word", 0x1F)
      pass_until(2) { far? }
    end

    def ended
      pass(0.3)
      [read("homing.state").to_i, bits & 0x3000, axis.mechanics.speed.abs < 0.05]
    end

    it "takes the place where it stands, and goes to places by it from then on" do
      home(37)
      expect(home_point).to be_within(0.001).of(angle)
      home(24)
      expect(home_point).to be_within(LATE).of(HOME.begin)
      write("control.word", 0)
      pass(0.05)
      write("control.mode", 1)
      enable
      pass_until(1) { firmware.loops_run? }
      write("position.target", 500 + 2500)
      write("control.word", 0x1F)
      pass(3.0)
      expect(angle).to be_within(LATE + 0.01).of(HOME.begin + TURN / 4)
      expect(read("position.actual")).to be_within(30).of(3000)
    end

    it "goes to the next index either way" do
      [[33, -1], [34, 1]].each do |number, way|
        stand_at(2.0)
        home(number)
        expect(home_point).to be_within(0.001).of(index_after(2.0, way))
      end
    end

    it "turns back at one limit switch, never at two, and not at all where the method has it so" do
      stand_at(15.0)
      home(19)
      expect([*ended, read("control.error_code")]).to eq([4, 0x2000, true, 0])
      expect(angle).to be_between(HIGH, HIGH + 2)
      axis.box.contacts[3].lands_on = 0 # the home switch is off
      pass(0.05)
      stand_at(0.0)
      home(24)
      expect(ended).to eq([4, 0x2000, true])
      expect(angle).to be_between(LOW - 2, LOW)
    end

    it "ends in its time, and where it is told to" do
      axis.box.contacts[3].lands_on = 0
      write("homing.timeout", 1)
      write("homing.search_speed", 60)
      stand_at(0.0)
      home(24)
      expect(ended).to eq([3, 0x2000, true])
      write("homing.timeout", 60)
      stand_at(0.0)
      { "bit 4" => 0xF, "halt" => 0x11F, "stage off" => 0x7, "quick stop" => 0xB }.each do |why, word|
        enable if state != :operation_enabled
        set_out(24)
        expect(read("homing.state").to_i).to eq(1), why
        write("control.word", word)
        pass_until(3) { axis.mechanics.speed.abs < 0.02 }
        write("control.word", 0x1F) if word == 0x11F # a halt that ends lets nothing go on
        pass(0.3)
        expect([read("homing.state").to_i, axis.mechanics.speed.abs < 0.05]).to eq([6, true]), why
      end
    end

    it "looks for no index that the drive shall not use, or that there is not" do
      write("feedback.index", 0)
      home(34)
      expect(ended).to eq([5, 0x2000, true])
      home(24)
      expect(ended).to eq([2, 0x1000, true])
    end

    it "stays within the envelope, and turns no way that is locked" do
      write("envelope.speed", 5)
      fastest = 0.0
      stand_at(15.0)
      write("homing.method", 29)
      write("control.word", 0x1F)
      pass_until(4, step: 0.01) do
        fastest = [fastest, read("speed.demand").abs].max
        read("homing.state").to_i == 2
      end
      expect(fastest).to be_within(1).of(0.05 * 3000)
      write("envelope.speed", 100)
      write("homing.timeout", 1)
      write("control.word", 0)
      pass(0.2)
      write("limits.direction", 1)
      stand_at(10.0)
      home(29)
      expect([*ended, angle]).to match([3, 0x2000, true, be_within(0.1).of(10)])
    end
  end

  # A slide in mm, a hanging load behind a brake, and a stepper, each as it is wired in its demo.
  {
    "Squeegee" => [
      22,
      { "homing.search_speed" => 150, "homing.index_speed" => 20, "homing.acceleration" => 2000 },
      -19.6
    ],
    "Head lift" => [21, { "homing.search_speed" => 500, "homing.acceleration" => 20_000 }, -84.8],
    "Doser" => [34, { "feedback.index" => 1 }, nil]
  }.each do |name, (method, settings, edge)|
    it "finds the home point of #{name}" do
      commissioned(name)
      settings.each { |pair| write(*pair) }
      write("terminals.input_4_function", 14)
      write("terminals.input_5_function", 12)
      write("terminals.input_5_polarity", 1)
      write("homing.method", method)
      write("homing.offset", 500)
      write("control.mode", 6)
      start_in_machine(ends: !edge.nil?)
      home(method)
      expect([read("homing.state").to_i, bits, fault]).to eq([2, 0x1400, 0])
      turn = read("feedback.counts_per_turn")
      point = angle - (read("position.actual") - 500) * TURN / turn
      slow = firmware.of_shaft("homing.index_speed", :speed)
      expect(point).to be_within(edge ? slow * DELAY : 0.001).of(edge || index_after(point - 0.01, 1))
    end
  end
end
