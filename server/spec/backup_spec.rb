# frozen_string_literal: true

require_relative "contexts"
require "open3"

RSpec.describe Server::Backup do
  include_context "with a data folder"
  before { @zip = File.join(@beside, "kept.zip") }

  let(:backup) { described_class.new(@folder, clock: -> { Time.utc(2026, 11, 28, 3) }) }

  def photograph(text)
    FileUtils.mkdir_p(File.join(@folder, "photographs", "1"))
    File.write(File.join(@folder, "photographs", "1", "box.jpg"), text)
  end

  def titles(folder)
    database = SQLite3::Database.new(File.join(folder, described_class::DATABASE), readonly: true)
    database.execute("SELECT title FROM jobs ORDER BY id").flatten
  ensure
    database&.close
  end

  # A copy of the backup with one of its parts changed.
  def spoilt(&)
    copy = "#{@zip}.spoilt"
    FileUtils.cp(@zip, copy)
    Zip::File.open(copy, &)
    copy
  end

  it "writes the database and the photographs with their checksums, while both are in use" do
    photograph("a picture")
    manifest = backup.make(@zip)
    expect(manifest["files"].map { |row| row["name"] }).to eq(%w[dielectra.sqlite3 photographs/1/box.jpg])
    expect(File.stat(@zip).mode & 0o777).to eq(0o600)
  end

  it "restores what it wrote, and keeps aside what was there" do
    photograph("before")
    backup.make(@zip)
    before = titles(@folder)
    Server::Job.first.update!(title: "Changed since")
    photograph("after")
    ActiveRecord::Base.connection_handler.clear_all_connections!
    aside = backup.restore(@zip)
    expect([titles(@folder), titles(aside).include?("Changed since")]).to eq([before, true])
    pictures = [@folder, aside].map { |folder| File.read(File.join(folder, "photographs", "1", "box.jpg")) }
    expect(pictures).to eq(%w[before after])
  end

  it "refuses a backup that is not whole, and changes nothing" do
    backup.make(@zip)
    Server::Job.first.update!(title: "Still there")
    broken = {
      "no zip" => "#{@zip}.text".tap { |path| File.write(path, "not a zip") },
      "no manifest" => spoilt { |zip| zip.remove("manifest.json") },
      "no database" => spoilt { |zip| zip.remove("dielectra.sqlite3") },
      "another database" =>
        spoilt { |zip| zip.get_output_stream("dielectra.sqlite3") { |file| file.write("x" * 5_000) } }
    }
    ActiveRecord::Base.connection_handler.clear_all_connections!
    broken.each_value { |path| expect { backup.restore(path) }.to raise_error(described_class::Unusable, /\.\z/) }
    expect(titles(@folder).first).to eq("Still there")
    expect(Dir.children(@folder).grep(/before_restore/)).to eq([])
  end

  it "restores nothing under a running server" do
    backup.make(@zip)
    held = described_class.hold(@folder)
    expect { backup.restore(@zip) }.to raise_error(described_class::Unusable, /Stop it first/)
    held.close
    expect(described_class.hold(@folder).close).to be_nil
  end

  it "is made and taken back on the command line" do
    bin = File.expand_path("../../bin/dielectra", __dir__)
    ActiveRecord::Base.connection_handler.clear_all_connections!
    manifest, = Open3.capture2(bin, "backup", @zip, "--data", @folder, "--json")
    out, status = Open3.capture2(bin, "restore", @zip, "--data", @folder)
    _, errors, no = Open3.capture3(bin, "restore", "nowhere.zip", "--data", @folder)
    expect(JSON.parse(manifest)["format"]).to eq(described_class::FORMAT)
    expect([status.exitstatus, out]).to match([0, /\ARestored/])
    expect([no.exitstatus, errors.lines.size]).to eq([2, 1])
  end

  describe Server::Nightly do
    def look(day) = described_class.new(@folder, clock: -> { Time.utc(2026, 11, day) }).look

    it "makes one backup a day, and keeps the last seven" do
      made = (1..9).map { |day| look(day) }
      expect([made.compact.size, look(9)]).to eq([9, nil])
      expect(Dir.children(File.join(@folder, "backups")).sort).to eq(
        (3..9).map { |day| format("2026-11-%02d.zip", day) }
      )
    end
  end

  it "keeps folder and files to their owner" do
    modes = [@folder, File.join(@folder, described_class::DATABASE)].map { |path| File.stat(path).mode & 0o777 }
    expect(modes).to eq([0o700, 0o600])
  end
end
