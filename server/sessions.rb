# frozen_string_literal: true

require "digest"
require "fileutils"
require "lru_redux"

module Server
  # Folded sessions of the jobs worked on lately: in memory, and on disk, so that a job is at hand again after a
  # restart. A file on disk is used only by the code and data that wrote it.
  class Sessions
    # Sessions kept in memory
    MOST = 12
    # Jobs of which sessions are kept that may come next
    MOST_EXPECTED = 4
    # A session with the basis (document and minutes) and the steps it was made from, and how many of these are on disk
    Open = Struct.new(:basis, :steps, :session, :written)

    ROOT = File.expand_path("../core", __dir__)

    # @return [String] digest of the code and data of the core
    def self.code
      @code ||=
        Dir
          .glob(File.join(ROOT, "{lib,data}", "**", "*.{rb,json}"))
          .reduce(Digest::SHA256.new) { |digest, path| digest << File.binread(path) }
          .hexdigest[
          0,
          16
        ]
    end

    # @param folder [String, nil] where sessions are kept on disk; nil keeps them in memory alone
    def initialize(folder = nil)
      @folder = folder
      FileUtils.mkdir_p(folder, mode: 0o700) if folder
      @open = LruRedux::ThreadSafeCache.new(MOST)
      @expected = LruRedux::ThreadSafeCache.new(MOST_EXPECTED)
    end

    # @param id [Integer, nil] of the job; nil for one that is not stored yet, and not kept
    # @param document [Hash] of the job, its steps aside
    # @param steps [Array<Hash>] each with its `id`
    # @param minutes [Hash{String => Numeric}] that differ from the usual ones
    # @return [Dielectra::Session::Troubleshooting] that has taken the steps
    # @raise [Dielectra::InvalidInput] where one does not fit
    def at(id, document, steps, minutes = {})
      basis = [document, minutes]
      kept = usable(id, basis, steps)
      @open.delete(id)
      @expected.delete(id)
      session = kept&.session || fresh(document, minutes)
      steps.drop(session.steps.size).each { |step| session.record(step) }
      session.next
      @open[id] = Open.new(basis, steps, session, kept&.written) if id
      session
    end

    # Takes over a session that was made elsewhere.
    # @param session [Dielectra::Session::Troubleshooting] that has taken the steps
    def put(id, document, steps, session, minutes = {}) =
      @open[id] = Open.new([document, minutes], steps.dup, session, nil)

    # Keeps a session that may come next; see Ahead. It is dropped once the job went on, that way or another.
    # @param session [Dielectra::Session::Troubleshooting] that has taken the steps
    def expect(id, document, steps, session, minutes = {}) =
      @expected[id] = [*@expected[id], Open.new([document, minutes], steps, session, nil)]

    # Writes what is not on disk yet, one session at a time.
    # @return [Boolean] whether there was one
    def write_one
      return false unless @folder

      id, kept = @open.to_a.find { |_, one| one.written != one.steps.size }
      return false unless id

      write(id, kept)
      kept.written = kept.steps.size
      true
    end

    # @param id [Integer, nil] of one job; of all where nil
    def forget(id = nil) = [@open, @expected].each { |kept| id ? kept.delete(id) : kept.clear }

    private

    # Finds a session, in memory or on disk, whose steps are the first steps of the job
    def usable(id, basis, steps)
      return unless id

      [-> { @expected[id] }, -> { @open[id] }, -> { read(path(id)) }, -> { read(earlier(id)) }].lazy
        .flat_map { |kept| [kept.call].flatten.compact }
        .find { |kept| kept.basis == basis && steps.first(kept.steps.size) == kept.steps }
    end

    def fresh(document, minutes) =
      Dielectra::Session::Troubleshooting.for(
        Dielectra::Evidence::Job.read(document.merge("steps" => [])),
        costs: Dielectra::Evidence::Costs.with(minutes)
      )

    def path(id) = @folder && File.join(@folder, "#{id}.session")

    # The one before, from which a step is taken back without folding everything anew
    def earlier(id) = @folder && File.join(@folder, "#{id}.earlier")

    def write(id, kept)
      text = Marshal.dump([Sessions.code, kept.basis, kept.steps, kept.session])
      File.binwrite("#{path(id)}.new", text, perm: 0o600)
      File.rename(path(id), earlier(id)) if File.exist?(path(id))
      File.rename("#{path(id)}.new", path(id))
    rescue SystemCallError => e
      warn "session #{id} was not kept: #{e.message}"
    end

    def read(path)
      return unless path && File.file?(path)

      code, basis, steps, session = Marshal.load(File.binread(path)) # rubocop:disable Security/MarshalLoad
      Open.new(basis, steps, session, steps.size) if code == Sessions.code
    rescue StandardError
      nil
    end
  end
end
