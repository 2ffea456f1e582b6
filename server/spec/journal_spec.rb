# frozen_string_literal: true

require_relative "../app"
require "rack/test"
require "tmpdir"

RSpec.describe Server::Entry do
  # A line of a journal, without a database under it.
  line = Struct.new(:kind, :number, :step)
  define_method(:entry) { |kind, number, step = nil| line.new(kind, number, step) }

  it "folds taken, undone and amended into the steps that count" do
    entries = [
      entry("taken", 1, { "do" => "watch" }),
      entry("taken", 2, { "do" => "set" }),
      entry("undone", 2),
      entry("amended", 1, { "do" => "watch", "answer" => { "unsure" => true } }),
      entry("taken", 3, { "do" => "open" })
    ]
    expect(described_class.fold(entries)).to eq(
      [{ "do" => "watch", "answer" => { "unsure" => true }, "id" => 1 }, { "do" => "open", "id" => 3 }]
    )
  end

  it "cannot amend what was undone" do
    entries = [entry("taken", 1, { "do" => "watch" }), entry("undone", 1), entry("amended", 1, { "do" => "set" })]
    expect(described_class.fold(entries)).to be_empty
  end
end

RSpec.describe Server::Front do
  include Rack::Test::Methods

  around do |example|
    Dir.mktmpdir do |folder|
      @folder = folder
      FileUtils.mkdir_p(File.join(folder, "assets"))
      File.write(File.join(folder, "index.html"), "<h1>page</h1>")
      File.write(File.join(folder, "assets", "a.js"), "1")
      example.run
    end
  end

  def app = described_class.new(@folder)

  # Address and what comes back.
  {
    "/" => [200, "page"],
    "/jobs/7" => [200, "page"],
    "/assets/a.js" => [200, "1"],
    "/assets/b.js" => [404, "Not found"],
    "/../secret" => [200, "page"]
  }.each do |path, (status, text)|
    it "answers #{path}" do
      get path
      expect([last_response.status, last_response.body]).to match([status, include(text)])
    end
  end

  it "lets built files be kept, and the page not" do
    kept = %w[/assets/a.js /].map { |path| get(path).headers["cache-control"] }
    expect(kept).to eq(["public, max-age=31536000, immutable", "no-cache"])
  end

  it "says when nothing has been built" do
    FileUtils.rm(File.join(@folder, "index.html"))
    get "/"
    expect([last_response.status, last_response.body]).to match([503, include("bin/start")])
  end
end
