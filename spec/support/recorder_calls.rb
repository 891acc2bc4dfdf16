# frozen_string_literal: true

# The recorder of `drive`, as the front end asks for it.
module RecorderCalls
  def path = "/drives/#{drive.id}/recorder"

  def arm(**changes)
    asked = { signals: %w[bus.voltage speed.measured], divider: 16, length: 400, pre: 25 }
    api(:post, "#{path}/arm", asked.merge(changes))
  end

  def recording = api(:get, path)["recording"]
  def await_trace = wait_until("the trace") { Trace.order(:id).last }

  # @return [Array<Array<Float>>] the times, then a column a signal
  def samples(trace)
    get "/api/traces/#{trace.id}/samples"
    response.body.unpack("E*").each_slice(trace.size).to_a
  end
end

# A drive whose recorder is asked.
RSpec.shared_context "with a recorder" do
  include RecorderCalls

  around do |example|
    PaddockProcess.running do |paddock|
      @paddock = paddock
      example.run
    end
  end

  let(:drive) { connect(create_drive(@paddock)) }
end
