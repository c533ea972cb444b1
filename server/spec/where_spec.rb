# frozen_string_literal: true

require_relative "server_helper"

RSpec.describe UpperBranchServer::Where do
  def with(**environment)
    before = ENV.to_h
    ENV.update(environment.transform_keys(&:to_s))
    yield
  ensure
    ENV.replace(before)
  end

  it "is open on this machine alone, unless accounts are asked for" do
    expect([described_class.accounts?, described_class.puma]).to eq [false, "tcp://127.0.0.1:8420"]
    %w[127.0.0.5 localhost ::1].each { |bind| with(BIND: bind) { expect(described_class.accounts?).to be false } }
    with(PEOPLE: "accounts") { expect(described_class.accounts?).to be true }
  end

  it "demands accounts of whoever comes from elsewhere, whatever is said" do
    %w[0.0.0.0 :: 192.168.4.2 shed.local].each do |bind|
      with(BIND: bind, PEOPLE: "open") { expect(described_class.accounts?).to be true }
    end
  end

  it "answers to its own names and to those permitted, and to no other" do
    expect(described_class.hosts).to eq ["localhost", "127.0.0.1", "[::1]"]
    with(BIND: "0.0.0.0", PERMITTED_HOSTS: "shed.local, bench.local") do
      expect(described_class.hosts).to include("shed.local", "bench.local", Socket.gethostname)
      expect(described_class.address).to match(%r{\Ahttp://[^0][^/]*:8420\z})
    end
  end

  it "speaks https where it is given a certificate" do
    with(TLS_CERT: "/c.pem", TLS_KEY: "/k.pem", BIND: "::", PORT: "9000") do
      expect(described_class.puma).to eq "ssl://[::]:9000?cert=/c.pem&key=/k.pem"
      expect(described_class.secure?).to be true
    end
    with(BEHIND_PROXY: "yes") { expect(described_class.secure?).to be true }
    expect(described_class.secure?).to be false
  end
end
