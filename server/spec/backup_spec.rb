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

  describe "with the disk full" do
    # The copy ends early, as SQLite reports it: by a result and no exception.
    let(:full) { instance_double(SQLite3::Backup, step: 13, finish: nil) }

    it "makes no backup, and leaves a good one of that name" do
      backup.make(@zip)
      good = File.binread(@zip)
      allow(SQLite3::Backup).to receive(:new).and_return(full)
      expect { backup.make(@zip) }.to raise_error(described_class::Unusable, /No backup was made/)
      expect([File.binread(@zip), Dir.children(@beside).grep(/backup/)]).to eq([good, []])
    end

    it "drops no older one at night, says so, and goes on the next time" do
      nightly = ->(day) { Server::Nightly.new(@folder, clock: -> { Time.utc(2026, 11, day) }) }
      (1..7).each { |day| nightly[day].look }
      allow(SQLite3::Backup).to receive(:new).and_return(full)
      expect { nightly[8].look }.to output(/nightly backup: No backup was made/).to_stderr
      expect(Server::Nightly.state(@folder)).to match(last: "2026-11-07", failed: /No backup was made/)
      expect(Dir.children(File.join(@folder, "backups")).grep(/zip/).size).to eq(7)
      allow(SQLite3::Backup).to receive(:new).and_call_original
      nightly[8].look
      expect(Server::Nightly.state(@folder)).to eq({ last: "2026-11-08", failed: nil })
    end

    it "ends with status 1 on the command line" do
      _, errors, status =
        Open3.capture3(File.expand_path("../../bin/dielectra", __dir__), "backup", @zip, "--data", @beside)
      expect([status.exitstatus, errors.lines.size]).to eq([1, 1])
    end
  end

  it "is checked against what is there before it takes its name" do
    allow(Zip::File).to receive(:open).and_wrap_original do |open, path, **more, &block|
      open.call(path, **more, &block).tap { File.truncate(path, 200) if more[:create] }
    end
    expect { backup.make(@zip) }.to raise_error(described_class::Unusable)
    expect(File.exist?(@zip)).to be(false)
  end

  it "goes on at night whatever goes wrong" do
    allow(described_class).to receive(:new).and_raise(NoMethodError, "something else")
    looks = Queue.new
    # rubocop:disable-next RSpec/AnyInstance -- the thread makes its own
    allow_any_instance_of(Server::Nightly).to receive(:warn) { |_, words| looks << words }
    thread = Server::Nightly.start(@folder, every: 0.01)
    expect(Array.new(3) { looks.pop }).to all(include("something else"))
  ensure
    thread.kill
    Server::Nightly.unwritten = nil
  end

  describe "who is let in after a restore" do
    def paired(name) = Server::Device.pair!(person: "Ada", name:).first

    def names(state)
      database = SQLite3::Database.new(File.join(@folder, described_class::DATABASE), readonly: true)
      database.execute("SELECT name FROM devices WHERE revoked_at IS #{state} ORDER BY name").flatten
    ensure
      database&.close
    end

    it "is who was let in before it" do
      lost = paired("Lost phone")
      paired("Tablet")
      backup.make(@zip)
      lost.revoke!
      paired("New phone")
      ActiveRecord::Base.connection_handler.clear_all_connections!
      backup.restore(@zip)
      expect([names("NULL"), names("NOT NULL")]).to eq([["New phone", "Tablet"], ["Lost phone"]])
    end

    it "is nobody in a folder that had no database" do
      paired("Tablet")
      backup.make(@zip)
      ActiveRecord::Base.connection_handler.clear_all_connections!
      Dir.glob(File.join(@folder, "#{described_class::DATABASE}*")).each { |path| File.delete(path) }
      backup.restore(@zip)
      expect(names("NULL")).to eq([])
    end
  end

  it "refuses a backup whose database lacks a table" do
    backup.make(@zip)
    without =
      spoilt do |zip|
        path = File.join(@beside, "without.sqlite3")
        File.binwrite(path, zip.read(described_class::DATABASE))
        database = SQLite3::Database.new(path)
        database.execute("DROP TABLE photographs")
        database.close
        manifest = JSON.parse(zip.read("manifest.json"))
        row = manifest["files"].find { |one| one["name"] == described_class::DATABASE }
        row["sha256"] = Digest::SHA256.file(path).hexdigest
        zip.get_output_stream("manifest.json") { |file| file.write(JSON.generate(manifest)) }
        zip.get_output_stream(described_class::DATABASE) { |file| file.write(File.binread(path)) }
      end
    ActiveRecord::Base.connection_handler.clear_all_connections!
    expect { backup.restore(without) }.to raise_error(described_class::Unusable, /no table photographs/)
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
