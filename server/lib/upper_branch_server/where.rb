# frozen_string_literal: true

require "ipaddr"
require "socket"

module UpperBranchServer
  # Where it is served and what follows from that, from the environment: BIND (the address; this machine alone where it
  # is not given), PORT, TLS_CERT and TLS_KEY, PERMITTED_HOSTS, PEOPLE ("accounts" demands them on this machine too).
  #
  #   Where.accounts?   # whoever comes from elsewhere needs an account
  #   Where.puma        # => "tcp://127.0.0.1:8420"
  module Where
    module_function

    def bind = ENV.fetch("BIND", "127.0.0.1")
    def port = Integer(ENV.fetch("PORT", 8420))
    def tls? = !ENV["TLS_CERT"].to_s.empty?

    # Served by https, by itself or by what stands in front.
    def secure? = tls? || ENV["BEHIND_PROXY"] == "yes"

    def loopback?
      bind == "localhost" || IPAddr.new(bind).loopback?
    rescue IPAddr::Error
      false
    end

    def accounts? = !loopback? || ENV["PEOPLE"] == "accounts"

    def puma
      address = bind.include?(":") ? "[#{bind}]" : bind
      return "tcp://#{address}:#{port}" unless tls?

      "ssl://#{address}:#{port}?cert=#{ENV.fetch('TLS_CERT')}&key=#{ENV.fetch('TLS_KEY')}"
    end

    # Names and addresses it answers to: this machine's own, and those that are permitted besides.
    def hosts
      own = loopback? ? [] : [Socket.gethostname, *Socket.ip_address_list.map { |one| one.ip_address.split("%").first }]
      ["localhost", "127.0.0.1", "[::1]", *own.map { |name| name.include?(":") ? "[#{name}]" : name },
       *ENV.fetch("PERMITTED_HOSTS", "").split(",").map(&:strip).reject(&:empty?)].uniq
    end

    # As somebody at another machine opens it.
    def address
      "http#{'s' if tls?}://#{host}:#{port}"
    end

    def host
      return "127.0.0.1" if loopback?

      %w[0.0.0.0 ::].include?(bind) ? outward : bind
    end

    def outward
      Socket.ip_address_list.find { |one| one.ipv4? && !one.ipv4_loopback? }&.ip_address || Socket.gethostname
    end
  end
end
