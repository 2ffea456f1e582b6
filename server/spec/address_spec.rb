# frozen_string_literal: true

require_relative "contexts"
require "rack/mock"
require "yaml"

# Every operation of the API and the stream of events, tried from a device that is not paired, under every spelling of
# its address that some part of a server may take for the same.
RSpec.describe Server::Address do
  include_context "with a data folder"

  def self.operations
    paths = YAML.safe_load_file(Server::Description::FILE, aliases: true).fetch("paths")
    paths.flat_map do |path, item|
      named = "/api#{path.gsub("{place}", "landing").gsub(/\{\w+\}/, "1")}"
      (item.keys & %w[get post put delete]).map { |verb| [verb.upcase, named] }
    end
  end

  # @return [Array<String>] other spellings of a path
  def self.spellings(path)
    first, rest = path.delete_prefix("/").split("/", 2)
    first_letter = format("%%%02x", first.getbyte(0)) + first[1..]
    heads = %W[
      //#{first}
      ///#{first}
      /./#{first}
      /../#{first}
      /x/../#{first}
      /%2e/#{first}
      /%2E%2E/#{first}
      /x/%2e%2e/#{first}
      /.%2e/#{first}
      /%2f#{first}
      /%2F/#{first}
      /%5c#{first}
      /\\#{first}
      \\#{first}
      \\\\#{first}
      /#{first}/.
      /#{first}/./.
      /#{first}/x/..
      /#{first}/
      /#{first}//
      /#{first}/%2e
      /#{first}%2f
      /#{first}%2f.
      /#{first}%5c
      /#{first}\\
      /#{first};a=1
      /#{first};
      /#{first_letter}
      /%2561pi
      /#{first.upcase}
      /#{first.capitalize}
      /aPi
      /#{first}%20
      /%20#{first}
      /#{first}%00
      /%00/#{first}
      /#{first}%09
      /#{first}.
      /#{first}..
      /#{first}/...
      /#{first}%c0%ae
      /%c0%af#{first}
      /%ef%bc%8f#{first}
      /#{first}/%2e%2e/#{first}
      /#{first}/../#{first}
      /x/..;/#{first}
      /%2e%2e%2f#{first}
      /..%2f#{first}
      /..%5c#{first}
      /#{first}%3f
      /#{first}%23
      #{first}
      /*/#{first}
      /~/#{first}
      /assets/../#{first}
      /assets//../#{first}
      /photographs/../#{first}
      //localhost/#{first}
      /%2f%2f#{first}
      /#{first}/%2f
      /;/#{first}
    ]
    (heads.map { |head| "#{head}/#{rest}" } + ["#{path}/", "#{path}//", "#{path}/.", "#{path}%2f", "#{path}%00"]).uniq
  end

  let(:lan) { Server.app(lan: true) }

  def ask(verb, path)
    env = Rack::MockRequest.env_for("/", :method => verb, :input => "{}", "CONTENT_TYPE" => "application/json")
    lan.call(env.merge("PATH_INFO" => path, "REMOTE_ADDR" => "192.168.1.66", "HTTP_HOST" => "localhost")).first
  end

  it "knows at least sixty of them" do
    expect(self.class.spellings("/api/day").size).to be >= 60
  end

  operations.each do |verb, path|
    it "answers none of #{verb} #{path}" do
      Rack::Attack.cache.store&.clear
      before = [Server::Pairing.count, Server::Job.count, Server::Entry.count, Server::Setting.count]
      answered =
        self.class.spellings(path).reject { |spelling| [400, 401, 404, 405, 429].include?(ask(verb, spelling)) }
      # The page itself, which holds no data, may be read under any address that is no other part's.
      answered = answered.grep_v(%r{\A/(?:~/|#{Regexp.escape("api")}\.)}) if verb == "GET"
      expect(answered).to eq([])
      expect([Server::Pairing.count, Server::Job.count, Server::Entry.count, Server::Setting.count]).to eq(before)
    end
  end
end
