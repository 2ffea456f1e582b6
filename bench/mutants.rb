#!/usr/bin/env ruby
# frozen_string_literal: true

# Breaks the checks that safety hangs on, one at a time, in a copy of the core, and prints whether a spec notices:
#
#   ruby bench/mutants.rb [PATTERN] [--workers N]
#
# PATTERN picks some by name. Exit status 1 where one is not noticed, or where the code that it breaks is not there any
# more.

require "bundler/setup"
require "fileutils"
require "open3"
require "optparse"
require "tmpdir"

workers = 2
OptionParser.new { |parser| parser.on("--workers N", Integer) { |value| workers = value } }.parse!(ARGV)
ROOT = File.expand_path("..", __dir__)

# A mutant: its file, the code that is replaced, the code in its place, and the specs that have to fail
Mutant = Struct.new(:name, :file, :from, :to, :specs)

PERMITS = %w[session/safety/permits_spec.rb session/safety/permits_kept_spec.rb session/scorched_device_spec.rb].freeze
SOUND = %w[repair/soundness_spec.rb repair/soundness_kept_spec.rb].freeze
TRIAL = %w[session/safety/permits_kept_spec.rb session/safety/pre_energization_test_spec.rb].freeze
SAFETY = "lib/dielectra/session/safety"
CHECKED = "lib/dielectra/repair/soundness.rb"

MUTANTS =
  [
    ["bare ends", "#{SAFETY}/permits.rb", "if @situation.bare.empty? && !scorched?", "if !scorched?", PERMITS],
    ["hazard", "#{SAFETY}/permits.rb", "hazard(@situation.arrangement) < HAZARD &&", "true &&", PERMITS],
    ["trial", "#{SAFETY}/permits.rb", "!@pre_energization_test.failed? && !blind?", "!blind?", TRIAL],
    ["unsearched", "#{SAFETY}/permits.rb", "&& !blind?(@situation.arrangement)", "", PERMITS],
    ["scorched", "#{SAFETY}/permits.rb", "&& !scorched? && !alarming? && hazard", "&& !alarming? && hazard", PERMITS],
    ["alarming", "#{SAFETY}/permits.rb", "!scorched? && !alarming? && hazard", "!scorched? && hazard", PERMITS],
    ["hands", "#{SAFETY}/permits.rb", "&& @situation.proved_dead?(place))", ")", PERMITS],
    ["hands elsewhere", "#{SAFETY}/permits.rb", "confine(step) if @place", "confine(step) if false", PERMITS],
    [
      "live closed",
      "#{SAFETY}/permits.rb",
      "if @situation.open?(place) && @situation.power == \"on\")",
      "if true)",
      PERMITS
    ],
    ["cover", "#{SAFETY}/permits.rb", "(Cover.new(@situation) if @situation.off?)", "Cover.new(@situation)", PERMITS],
    [
      "cover beside live",
      "#{SAFETY}/permits.rb",
      "== \"open\" && @situation.live.any?",
      "== \"open\" && false",
      PERMITS
    ],
    ["other permit", "#{SAFETY}/permits.rb", "unless step.permit == name", "if false", PERMITS],
    [
      "other toggle",
      "#{SAFETY}/permits.rb",
      "unless @allowed == step.fields.values_at(\"device\", \"to\")",
      "if false",
      PERMITS
    ],
    [
      "throw into a short",
      "#{SAFETY}/permits.rb",
      "return true if sum > THROWN",
      "return false if sum > THROWN",
      PERMITS
    ],
    ["as before, changed", "#{SAFETY}/permits.rb", "== \"on\" && @situation.as_found?", "== \"on\"", PERMITS],
    [
      "restore over bare",
      "#{SAFETY}/permits.rb",
      "concerned.include?(breaker) || @situation.bare.any?",
      "concerned.include?(breaker)",
      PERMITS
    ],
    [
      "restore, own",
      "#{SAFETY}/permits.rb",
      "@situation.concerned.include?(breaker) || @situation.bare",
      "@situation.bare",
      PERMITS
    ],
    ["short", CHECKED, "&& reach.tripped.zero? && obeying?", "&& obeying?", SOUND],
    ["disobedience", CHECKED, "&& obeying?(hypothesis, arrangement) &&", "&&", SOUND],
    ["switched return", CHECKED, "unswitched_return?(reach) && harmless?", "harmless?", SOUND],
    ["live metal", CHECKED, "harmless?(hypothesis, reach) && unborrowed?", "unborrowed?", SOUND],
    ["ground as a neutral", CHECKED, "unborrowed?(hypothesis, arrangement) &&\n", "true &&\n", SOUND],
    ["no neutral", CHECKED, "&& served?(hypothesis, arrangement, reach)", "", SOUND],
    ["crossed circuits", CHECKED, "separate?(hypothesis, reach) && served?", "served?", SOUND],
    ["overload", CHECKED, "relieved?(hypothesis, arrangement) && reach", "reach", SOUND],
    [
      "metal that is live",
      "#{SAFETY}/pre_energization_test.rb",
      "|| tripped? || live_metal.any?",
      "|| tripped?",
      TRIAL
    ],
    ["it tripped", "#{SAFETY}/pre_energization_test.rb", "|| tripped? || live_metal.any?", "|| live_metal.any?", TRIAL],
    ["a short reads as a lamp", "#{SAFETY}/pre_energization_test.rb", "LAMP = 5", "LAMP = 0", TRIAL],
    [
      "cable into a live box",
      "lib/dielectra/steps/cable.rb",
      "return if fields[\"between\"].all?",
      "return if true || fields[\"between\"].all?",
      %w[steps/cable_spec.rb]
    ],
    [
      "cable from elsewhere",
      "lib/dielectra/steps/cable.rb",
      "unless fields[\"between\"].first == place",
      "if false",
      %w[steps/cable_spec.rb]
    ],
    ["10 AWG", "lib/dielectra/sums/breaker.rb", "\"10\" => 30", "\"10\" => 40", %w[sums/sums_spec.rb]],
    [
      "damaged joint",
      "data/priors.json",
      "\"damaged_joint\": 25.0",
      "\"damaged_joint\": 1.0",
      %w[diagnosis/enumeration/faults_spec.rb]
    ],
    [
      "no path",
      "lib/dielectra/session/grounding.rb",
      "if told.include?(:no_path) || (",
      "if (",
      %w[session/grounding_told_spec.rb]
    ],
    [
      "a path unread",
      "lib/dielectra/session/grounding.rb",
      "told.include?(:path) ? \"path\" : \"not_measured\"",
      "\"path\"",
      %w[session/grounding_told_spec.rb]
    ],
    [
      "full box",
      "lib/dielectra/sums/box_fill.rb",
      "def fits?(volume) = ",
      "def fits?(volume) = true || ",
      %w[sums/sums_spec.rb]
    ]
  ].map { |row| Mutant.new(*row) }

# A copy of all that the core's specs need
def copied
  Dir.mktmpdir do |folder|
    %w[core demo spec .rspec].each { |name| FileUtils.cp_r(File.join(ROOT, name), folder) }
    yield folder
  end
end

# @return [Boolean] whether specs pass in a copy
def pass?(folder, specs)
  paths = specs.map { |spec| "core/spec/#{spec}" }.select { |path| File.file?(File.join(folder, path)) }
  command = ["bundle", "exec", "rspec", "--fail-fast", *paths]
  _, status = Open3.capture2e({ "BUNDLE_GEMFILE" => File.join(ROOT, "Gemfile") }, *command, chdir: folder)
  paths.any? && status.success?
end

# @return [String] what became of it
def tried(mutant)
  copied do |folder|
    path = File.join(folder, "core", mutant.file)
    text = File.read(path, encoding: "UTF-8")
    next "gone" unless text.include?(mutant.from)

    File.write(path, text.sub(mutant.from) { mutant.to })
    next "no spec" if mutant.specs.none? { |spec| File.file?(File.join(folder, "core/spec", spec)) }

    pass?(folder, mutant.specs) ? "ALIVE" : "caught"
  end
end

asked = MUTANTS.select { |mutant| ARGV.empty? || mutant.name.match?(Regexp.new(ARGV.first)) }
sound = asked.flat_map(&:specs).uniq
copied { |folder| pass?(folder, sound) || abort("The specs do not pass as it is.") }
queue = Queue.new
asked.each { |mutant| queue << mutant }
found = {}
threads =
  Array.new(workers) do
    Thread.new do
      until queue.empty?
        mutant = queue.pop(true)
        found[mutant.name] = tried(mutant)
        puts "#{mutant.name}: #{found[mutant.name]}"
      end
    rescue ThreadError
      nil
    end
  end
threads.each(&:join)
caught = found.count { |_, result| result == "caught" }
puts "#{caught} of #{asked.size} caught"
exit(1) unless caught == asked.size
