#!/usr/bin/env ruby
# frozen_string_literal: true

# Audits every state of demo/screenshots.rb with axe, in four widths and both themes, and every tab of it in two widths.
# Prints the violations, and the states that are wider than the screen. Exit status 1 if there are any. The front end
# has to be built.
#
#   bundle exec ruby --yjit bench/axe.rb

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require_relative "../demo/screenshots"

# Looks at each state instead of taking its picture.
class Audit < Screenshots
  WIDTHS = [1280, 1024, 768, 390].freeze
  OF_TABS = [1280, 390].freeze
  THEMES = %w[light dark].freeze
  RULES = %i[wcag2a wcag2aa wcag21aa wcag22aa].freeze

  # @return [Array<String>] one line for each thing found
  attr_reader :found
  # @return [Integer] states looked at
  attr_reader :states

  def initialize
    super(Dir.mktmpdir)
    @found = []
    @states = 0
  end

  private

  # There is nothing to look at in a PDF.
  def tags(_number)
  end

  def shot(name, path)
    visit(path)
    find("h1")
    yield if block_given?
    sleep(0.5)
    look(name)
    tabs = all("[role=tab]").map(&:text)
    tabs.each do |tab|
      viewport(1280, 800)
      find("[role=tab]", text: tab, match: :first).click
      look("#{name}, #{tab}", OF_TABS)
    end
    viewport(1280, 800)
  end

  def look(name, widths = WIDTHS)
    warn name
    widths.each do |width|
      viewport(width, width < 600 ? 844 : 800)
      wide = page.evaluate_script("document.documentElement.scrollWidth")
      tell("#{name} at #{width}: #{wide} px wide") if wide > width
      THEMES.each { |theme| audit(name, width, theme) }
    end
    page.execute_script("delete document.documentElement.dataset.theme")
  end

  def audit(name, width, theme)
    @states += 1
    page.execute_script("document.documentElement.dataset.theme = '#{theme}'")
    matcher = Axe::Matchers::BeAxeClean.new.according_to(*RULES)
    return if matcher.matches?(page)

    said = matcher.failure_message.lines.map(&:strip).grep(/\S/)
    tell("#{name} at #{width}, #{theme}: #{said.join(" | ")[0, 600]}")
  end

  def tell(line)
    puts line
    @found << line
  end
end

audit = Audit.new
audit.take
puts "#{audit.states} states, #{audit.found.size} findings"
exit 1 if audit.found.any?
