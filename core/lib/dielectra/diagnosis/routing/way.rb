# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # One way the runs of a layout can be the cables that show: the port of each run at either end (nil where nobody has
    # looked), which slot there is which here, and the functions at either end. Runs are keys by identity.
    Way =
      Struct.new(:layout, :sides, :pairings, :functions, :verdicts, :weight) do
        # @return [Array<Array(String, String, String)>] point here, point there and function of each conductor between
        #   two ports
        def strands(edge, near, far)
          here, there = functions[edge]
          if near.single?
            return(
              near.points.each_with_index.map { |point, slot| [point, far.points[there.index(here[slot])], here[slot]] }
            )
          end

          slots = pairings[edge]
          near.points.each_with_index.map { |point, slot| [point, far.points[slots[slot]], here[slot]] }
        end
      end
  end
end
