# frozen_string_literal: true

require "rails_helper"

# While one thread waits for the transaction of another, the rest of the process runs on.
RSpec.describe "Waiting for the database" do
  it "lets other threads run, and takes its turn" do
    project = Project.create!(name: "Waiting")
    holds = Thread::Queue.new
    release = Thread::Queue.new
    holder =
      Thread.new do
        Project.transaction do
          project.update!(note: "first")
          holds << true
          release.pop
        end
      end
    holds.pop
    waiter = Thread.new { Project.find(project.id).update!(note: "second") }
    steps = 0
    40.times do
      sleep 0.005
      steps += 1
    end
    expect([steps, waiter.alive?]).to eq([40, true])
    release << true
    [holder, waiter].each { |thread| expect(thread.join(5)).to be(thread) }
    expect(project.reload.note).to eq("second")
  end
end
