# frozen_string_literal: true

require "capybara/cuprite"
require "capybara/dsl"
require "rspec/core"
require "rspec/matchers"
require "capybara/rspec"
RSpec::Expectations.configuration.syntax = :expect
require_relative "../spec/support/waiting"
require_relative "../spec/support/paddock_process"
require_relative "../spec/support/server_process"
require_relative "../spec/support/technician"

# bin/screenshots: the way of the README's first ten minutes, with a picture at each main view.
class Screenshots
  include Capybara::DSL
  include Capybara::RSpecMatchers
  include RSpec::Matchers
  include Waiting
  include Technician

  RIG = Rails.root.join("paddock/rigs/saltgrass.yml").to_s
  STEADY = 4 # s of live figures in the chart

  def initialize(directory)
    @directory = directory
  end

  def take_all
    PaddockProcess.running(rig: RIG, port: PaddockProcess.free_pair) do |paddock|
      ServerProcess.running(paddock) do |server|
        @paddock = paddock
        @server = server
        visit server.url
        page.execute_script("localStorage.setItem('gallop.author', 'Robin')")
        walk
      end
    end
  end

  private

  def walk
    projects_and_connect
    motor_and_tray
    verify
    faults
    records
  end

  def projects_and_connect
    commission("Web feed")
    open_project(@server)
    picture("project")
    connect_drive("Carriage")
    type_narrow("acceleration")
    picture("connect")
    visit "#{@server.url}/"
    expect(page).to have_css("h1", text: "Projects")
    picture("projects")
    open_project(@server)
    within("nav[aria-label='Drives']") { click_link "Carriage" }
  end

  def type_narrow(words) = find("input[aria-label='Narrow the values']").send_keys(words)

  def motor_and_tray
    open_stage("Carriage", "Motor")
    type_plate("Carriage")
    fact("pole_pairs", "10")
    expect(page).to have_css("[data-severity=blocker]")
    picture("motor-blocker")
    click_button "Set to 5"
    press(/\ATake \d+ into the draft/)
    click_button "Review and write"
    expect(page).to have_button(text: /\AWrite \d+/)
    picture("tray")
    press(/\AWrite \d+ to the drive/)
    expect(page).to have_css("[data-batch=done]")
    click_button "Close"
    picture("motor")
  end

  def verify
    open_stage("Carriage", "Verify")
    take_reins_and_enable
    start_at(3000)
    settle(225)
    raise_gait("canter")
    click_button "Start"
    settle(2700)
    click_button "It went forward"
    expect(page).to have_css("[data-stage=verify][data-state=proven]")
    sleep STEADY
    picture("verify")
    in_theme("dark") { picture("verify-dark") }
    at_width(820, 1180) { picture("verify-tablet") }
    find("h1").click
    page.driver.browser.keyboard.type("/")
    find("input[aria-label=Find]").send_keys("ramp")
    expect(page).to have_css("[role=option]")
    picture("finder")
    find("input[aria-label=Find]").send_keys(:escape)
  end

  def settle(rpm) = wait_until("#{rpm} rpm") { (@paddock.shaft_speed("Carriage") - rpm).abs < 0.05 * rpm }

  # The theme is a class of the page: changing it by the button keeps the motor turning.
  def in_theme(theme)
    click_button "Change to the #{theme} theme"
    sleep 1
    yield
    click_button "Change to the light theme"
  end

  def at_width(width, height)
    page.driver.resize(width, height)
    sleep 1
    yield
    page.driver.resize(1280, 800)
    sleep 1
  end

  def faults
    @paddock.set("Carriage", torque_off_b: false)
    expect(page).to have_css("[data-fault=FF10]")
    picture("fault")
    @paddock.set("Carriage", torque_off_b: true)
    click_button "Reset fault"
    expect(page).to have_no_css("[data-fault]")
  end

  def records
    click_link "Logbook"
    expect(page).to have_css("tr[data-kind=motion]")
    picture("logbook")
    visit "#{@server.url}/projects/1/paddock"
    expect(page).to have_css("[data-paddock=Carriage]")
    picture("paddock")
  end

  def picture(name)
    page.save_screenshot(@directory.join("#{name}.png"))
    puts name
  end
end
