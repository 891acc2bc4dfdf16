# frozen_string_literal: true

require "rails_helper"

# Requests by chance, out of the list of routes: right paths with wrong parts, wrong paths, bodies of every kind. None
# is answered with a 500, each refusal says why, and has changed nothing.
RSpec.describe "Requests by chance", :paddock, type: :request do
  count = Chance.times(700, 10_000)

  SEEDS = [
    nil,
    true,
    false,
    0,
    -1,
    1,
    1.5,
    1e308,
    "",
    " ",
    "x",
    "1",
    "NaN",
    "\u0000",
    "🐎",
    "a" * 300,
    "=1+1",
    "../../etc/passwd",
    "<b>",
    "%s",
    [],
    [1],
    [[]],
    ["x"],
    {},
    { "a" => 1 },
    { "a" => { "b" => [{}] } }
  ].freeze
  NAMES = %w[
    name
    host
    port
    unit
    family
    connect
    keys
    hazards
    side
    value
    to
    place
    left
    right
    content
    kind
    seen
    since
    turns
    gait
    confirm
    speed
    take_over
    key
    facts
    places
    address
    mask
    query
    project_id
    drive_id
    q
    note
    part
    all
    label
    tab
  ].freeze
  KNOWN = {
    "name" => ["Carriage", "Another one"],
    "host" => %w[127.0.0.1 nowhere.invalid],
    "port" => [9, "9", 70_000],
    "keys" => [["ramps.acceleration"], ["no.such"]],
    "side" => %w[drive draft],
    "value" => ["100", "1e99 rpm", "walk"],
    "left" => %w[live draft snapshot:1],
    "right" => %w[factory file:99],
    "gait" => %w[walk gallop],
    "speed" => [10, -1e12, "fast"],
    "facts" => [{ "rated_current" => "2.6" }, { "type" => "x" }, { "nothing" => "1" }],
    "key" => %w[storage.restore nothing],
    "content" => [Base64.strict_encode64("key,value\nramps.acceleration,1\n"), "!!"],
    "places" => %w[127.0.0.1:9 10.0.0.0/8],
    "family" => %w[haflinger horse]
  }.freeze

  # What is meant for other machines, or for the end of the suite's own.
  SPARED = %w[discoveries#create].freeze

  # Once for all: whoever leaves while other threads say something may wait for them, and they for him (Active Support
  # 7.2 takes its two locks in either order).
  ActiveSupport::Notifications.subscribe("sql.active_record") do |*, payload|
    so_far = Thread.current[:writes]
    Thread.current[:writes] = so_far + 1 if so_far && payload[:sql].match?(/\A\s*(insert|update|delete)/i)
  end

  let(:random) { Chance.named("requests") }
  let(:routes) do
    Rails.application.routes.routes.filter_map do |route|
      controller, action = route.defaults.values_at(:controller, :action)
      if route.verb.blank? || !controller.to_s.start_with?("api/") ||
           SPARED.include?("#{controller.delete_prefix("api/")}##{action}")
        next
      end
      [route.verb.split("|").first.downcase.to_sym, route.path.spec.to_s.delete_suffix("(.:format)")]
    end
  end

  def pick(list) = list.sample(random: random)

  def path(spec)
    spec.gsub(/:(\w+)/) do |name|
      if random.rand < 0.06
        pick(%w[0 -1 1abc x 99999999999999999999999 %00 %FF a%2Fb])
      else
        { ":drive_id" => pick(@ids), ":project_id" => @project.to_s, ":id" => pick([*@ids, @project.to_s, "1"]) }[
          name
        ] || pick(%w[motor.rated_current no.such 1.1.0 Carriage dcf])
      end
    end +
      (
        if random.rand < 0.2
          pick(["?%", "?a=%FF", "?a[]=1&a[b]=2", "?query=x", "?left=live&right=factory", "?#{"a" * 400}"])
        else
          ""
        end
      )
  end

  def thing(name) = random.rand < 0.6 && KNOWN[name] ? pick(KNOWN[name]) : pick(SEEDS)

  def body
    case random.rand(12)
    when 0
      pick(
        [
          "",
          "{",
          "[1",
          "nonsense",
          "\xFF\xFE",
          "{\"a\":",
          "[]",
          "1",
          "null",
          "\"x\"",
          "[" * 200,
          JSON.generate((1..3000).to_h { |n| ["k#{n}", n] })
        ]
      )
    else
      JSON.generate(NAMES.sample(random.rand(0..6), random: random).to_h { |name| [name, thing(name)] })
    end
  end

  def ask(verb, at, content, type)
    host! "127.0.0.1"
    public_send(
      verb,
      at,
      params: content,
      headers: {
        "content-type" => type,
        "accept" => pick(%w[application/json */* text/html nonsense]),
        "X-Gallop-Tab" => pick([ApiCalls::TAB, "x", "\u00e9" * 20, ""])
      }
    )
  rescue URI::InvalidURIError
    nil # no client sends that
  end

  # What the requests are about, at first and when one of them has deleted it.
  def make_anew
    Link::Registry.close_all
    Project.destroy_all
    drives = [
      connect(create_drive(@paddock)),
      create_drive(nil, "Web feed").tap { |drive| drive.update!(family: "shire") }
    ]
    @ids = drives.map { |drive| drive.id.to_s }
    @project = drives.first.project_id
  end

  # What was begun and writes by itself has ended: it may get the connection next whose changes are counted.
  def settle(at)
    return unless at.include?("/recorder")
    Recording.open.find_each(&:end_it)
    Drive.where(id: @ids).find_each { |drive| Roll.of(drive.id)&.finish }
    wait_until("the end of recordings") do
      Thread.list.none? { |thread| thread.name.to_s.match?(/\A(recording|stimulus)/) }
    end
  end

  def type_by_chance
    return "application/json" if random.rand < 0.9
    pick(
      %w[multipart/form-data application/x-www-form-urlencoded text/plain] + ["application/json; charset=latin1", ""]
    )
  end

  # Statements that may change something, of this thread alone: in between the pool may lend its connection to others.
  # @return [Integer]
  def writes_of_its_own
    Thread.current[:writes] = 0
    yield
    Thread.current[:writes]
  ensure
    Thread.current[:writes] = nil
  end

  # Rows that this thread's connection has changed, by connection: the pool may hand out another one.
  def changes = ActiveRecord::Base.connection.then { |one| { one.object_id => one.raw_connection.total_changes } }

  it "are never answered with a 500, say what is wrong, and change nothing when they are refused (#{count} of them)",
     :aggregate_failures do
    statuses = Hash.new(0)
    count.times do
      make_anew if @ids.nil? || Drive.where(id: @ids).count < @ids.size
      verb, spec = pick(routes)
      verb = pick(%i[get post put patch delete]) if random.rand < 0.05
      at = path(spec)
      content = verb == :get ? nil : body
      before = changes
      asked = nil
      own = writes_of_its_own { asked = ask(verb, at, content, type_by_chance) }
      next unless asked
      statuses[response.status] += 1
      what = "#{verb} #{at} #{content.to_s.first(200).inspect}: #{response.status} #{response.body.first(200)}"
      expect(response.status).to (be < 500).or(eq(504).or(eq(507))), what
      next settle(at) if response.status < 400
      expect(response.body).to match(/"message":".{5,}/), what if response.media_type == "application/json"
      now = changes
      expect(now).to eq(before), what if own.positive? && now.keys == before.keys && response.status != 504
    end
    puts "Requests by chance: #{statuses.sort.map { |status, times| "#{status} × #{times}" }.join(", ")}"
    expect(statuses.keys).to include(200, 400, 404, 409, 422)
  end

  it "stand the ones that once were answered with a 500" do
    drive = connect(create_drive(@paddock))
    answer =
      Rails.application.call(Rack::MockRequest.env_for("http://127.0.0.1/api/projects").merge("QUERY_STRING" => "%"))
    expect(answer.first).to be_between(200, 499) # no client of Ruby's sends it
    {
      "/api/projects?a=%FF" => 400,
      "/api/projects?a[]=1&a[b]=2" => 400,
      "/?a[]=1&a[b]=2" => 400,
      "/api/finder?project_id[]=1" => 400,
      "/500" => 200,
      "/api/drives/1abc" => 404,
      "/api/profiles/haflinger/1.1.77.3" => 404
    }.each do |at, status|
      host! "127.0.0.1"
      get at
      expect([at, response.status]).to eq([at, status])
    end
    [
      ["/api/projects", "multipart/form-data", ""],
      ["/api/projects", "application/json", "{\"name\":\"\xE9\"}"],
      ["/api/projects", "application/x-www-form-urlencoded", (1..1000).map { |n| "a#{n}=1" }.join("&")],
      ["/api/projects", "application/json", JSON.generate((1..30_000).to_h { |n| ["n#{n}", n] })],
      ["/api/drives/#{drive.id}/values/copy", "application/json", "{\"to\":[2],\"keys\":[\"x\"]}"],
      ["/api/library", "application/json", "{\"drive_id\":[1]}"],
      ["/api/paddock/drives/Carriage", "application/json", "{\"load_torque\":1e999}"],
      ["/api/drives/#{drive.id}/snapshots", "application/json", "{\"name\":\"x\",\"note\":[\"x\"]}"]
    ].each do |at, type, content|
      before = changes
      post at, params: content, headers: { "content-type" => type }
      expect([at, content.first(40), response.status]).to match([at, content.first(40), be_between(400, 499)])
      expect(changes).to eq(before)
    end
  end
end
