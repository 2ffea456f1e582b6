# frozen_string_literal: true

module Dielectra
  module Practice
    # What a learner's exercises say taken together: how each level went, and what to practice next.
    class Progress
      # One finished exercise: the number of its level, whether it ended right and was named, unsafe acts that were
      # stopped, minutes, and those of one who knew the trouble
      Result = Struct.new(:level, :right, :named, :stopped, :minutes, :knowing)
      # How a level went: exercises, those right, those named, unsafe acts, and minutes over those of one who knew
      Standing = Struct.new(:level, :played, :right, :named, :stopped, :ratio)
      # Exercises of a level that are looked at for what comes next
      LAST = 3
      # Minutes over those of one who knew the trouble that are good enough
      NEAR = 2.5

      # @param results [Array<Result>] oldest first
      def initialize(results)
        @by_level = results.group_by(&:level)
      end

      # @return [Array<Standing>] by level, those that were played
      def standings = Level::ALL.filter_map { |level| standing(level, @by_level[level.number]) }

      # @return [Array(Level, Symbol)] what to practice next and why: :unsafe, :wrong, :unnamed, :slow, :few or :all
      def next
        Level::ALL.each do |level|
          why = weakness(@by_level.fetch(level.number, []).last(LAST))
          return level, why if why
        end
        [Level::ALL.last, :all]
      end

      private

      def standing(level, results)
        return if results.nil?

        minutes, knowing = %i[minutes knowing].map { |name| results.sum(&name) }
        Standing.new(
          level,
          results.size,
          results.count(&:right),
          results.count(&:named),
          results.sum(&:stopped),
          knowing.positive? ? minutes / knowing : nil
        )
      end

      def weakness(last)
        return :unsafe if last.any? { |one| one.stopped.positive? }
        return :wrong unless last.all?(&:right)
        return :unnamed unless last.all?(&:named)
        return :few if last.size < LAST

        :slow if last.sum(&:minutes) > NEAR * last.sum(&:knowing)
      end
    end
  end
end
