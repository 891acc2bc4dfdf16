# frozen_string_literal: true

require_relative "core_helper"

RSpec.describe Gallop::Homing do
  let(:profile) { Gallop::Objects::Profile.load("haflinger") }

  describe Gallop::Homing::Method do
    it "is in the dictionary of each family as it is here" do
      %w[haflinger konik camargue].each do |family|
        choices = Gallop::Objects::Profile.load(family).fetch("homing.method").choices
        expect(choices).to eq(described_class::NUMBERS.to_h { |number| [number, described_class.of(number).title] })
      end
    end

    it "knows no numbers that the standard keeps free" do
      expect([0, 15, 16, 31, 32, 36, 38].map { |number| described_class.of(number) }).to all(be_nil)
    end
  end

  it "names the bits of the Statusword that a mode has for itself, and no others" do
    bits = profile.fetch("control.status").bits
    Gallop::Cia402::Statusword::OF_MODE.each do |mode, named|
      expect(profile.fetch("control.mode").choices).to have_key(mode)
      expect(named.keys.map { |bit| bits[bit] }).to all(eq("Mode specific"))
    end
  end

  # Where each comes to lie, by the figures of the standard: the edge, on its side or by the index beyond it.
  describe Gallop::Homing::Route do
    it "ends at the home point, by the last way over its edge" do
      Gallop::Homing::Method::NUMBERS.each do |number|
        method = Gallop::Homing::Method.of(number)
        routes = described_class.all(method)
        expect(routes.any?).to eq(method.moves?)
        routes.each do |route|
          last = route.legs.last
          expect([last.fast, (last.to - last.from).positive?]).to eq([false, method.last.positive?]), "#{number}"
          expect(route.home).to be_between(*[last.from, last.to].minmax)
          expect(route.legs.each_cons(2)).to all(satisfy { |one, next_one| one.to == next_one.from })
        end
        expect(routes.map { |route| route.home.round(6) }.uniq.size).to be <= 1 if method.switch
      end
    end
  end

  def setup(inputs: [], **settings)
    codes = Gallop::Terminals::FUNCTIONS.invert
    functions =
      inputs.each_with_index.to_h { |function, n| ["terminals.input_#{n + 1}_function", codes.fetch(function)] }
    raw = settings.to_h { |key, figure| [key, profile.fetch(key).raw(figure)] }
    Gallop::Homing::Setup.new(profile, { **raw, **functions })
  end

  # Each finding with a case in which it appears, and those beside it in which it does not.
  describe Gallop::Homing::Rules do
    def ids(**settings) = described_class.new(setup(**settings)).findings.map(&:id)

    lines = { "feedback.kind" => 1, "feedback.index" => 1 }
    bump = { :inputs => %i[home limit_high], "homing.method" => 24 }
    travel = { "position.limit_low" => -1_310_720, "position.limit_high" => 1_310_720 } # 20 turns
    {
      "switch_lacking" => [
        { :inputs => %i[limit_high], "homing.method" => 24 },
        bump,
        { :inputs => [], "homing.method" => 37 },
        { :inputs => [], "homing.method" => 33, **lines }
      ],
      "limit_lacking" => [
        { :inputs => %i[home limit_low], "homing.method" => 24 },
        bump,
        { :inputs => %i[home limit_low], "homing.method" => 30 },
        { :inputs => %i[home], "homing.method" => 21 }
      ],
      "index_lacking" => [
        { **bump, "homing.method" => 8, "feedback.kind" => 2, "feedback.index" => 1 },
        { **bump, "homing.method" => 8, **lines },
        { **bump, "feedback.kind" => 2 }
      ],
      "index_unused" => [
        { **bump, "homing.method" => 8, **lines, "feedback.index" => 0 },
        { **bump, "homing.method" => 8, **lines },
        { **bump, "homing.method" => 8, **lines, "feedback.index" => 2 },
        { **bump, **lines, "feedback.index" => 0 }
      ],
      "locked" => [{ **bump, "limits.direction" => 1 }, bump, { "homing.method" => 37, "limits.direction" => 1 }],
      "speeds_swapped" => [
        { **bump, "homing.search_speed" => 20, "homing.index_speed" => 21 },
        { **bump, "homing.search_speed" => 20, "homing.index_speed" => 20 }
      ],
      "faster" => [
        { **bump, "homing.search_speed" => 3001, "limits.motor_speed" => 3000 },
        { **bump, "homing.search_speed" => 3000, "limits.motor_speed" => 3000 }
      ],
      # 20 turns there and back at 100 rpm: 24 s
      "too_long" => [
        { **bump, **travel, "homing.timeout" => 23 },
        { **bump, **travel, "homing.timeout" => 25 },
        { :inputs => %i[home], "homing.method" => 21, **travel, "homing.timeout" => 13 },
        { **bump, "homing.timeout" => 1 }
      ],
      "beyond" => [
        { **bump, **travel, "homing.offset" => 1_310_721 },
        { **bump, **travel, "homing.offset" => 1_310_720 },
        { **bump, "homing.offset" => 1_310_721 }
      ],
      # 1/100 of a turn in 6 ms: 100 rpm
      "coarse" => [
        { **bump, "terminals.input_1_debounce" => 5, "homing.index_speed" => 100.2 },
        { **bump, "terminals.input_1_debounce" => 5, "homing.index_speed" => 99.8 },
        { **bump, **lines, "homing.method" => 8, "homing.index_speed" => 100.2 }
      ]
    }.each do |id, (told, *silent)|
      it "tells #{id}, and not beside it" do
        expect(ids(**told)).to include(id)
        silent.each { |settings| expect(ids(**settings)).not_to include(id), settings.inspect }
      end
    end

    it "has nothing to say of a machine as it should be" do
      expect(ids(**bump, "homing.method" => 24)).to eq([])
      expect(ids(:inputs => %i[home limit_low limit_high], **lines, "homing.method" => 7)).to eq([])
    end
  end
end
