# frozen_string_literal: true

module Dielectra
  # The names of points: a conductor where it ends in a box (`porch/2.red`), a screw of a device (`S1.common`), a metal
  # box (`porch.box`). Names stay strings, because files, answers and tables hold them; what is in them is read here
  # only.
  module PointId
    # Matches the name of a conductor's end, and no other.
    CONDUCTOR = %r{/}
    BOX = ".box"
    YOKE = ".ground"

    module_function

    # @return [String] the cable end, device or box a point is of: `porch/2`, `S1`, `porch`
    def owner(point) = point[0...point.index(".")]

    # @return [String] the device that a control or load is, or is a part of: `S3` of `S3.1`, `F1` of `F1.fan`
    def device(id) = id[/\A[^.]+/]

    # @return [String] what it is of that: `red`, `common`, `box`
    def part(point) = point[(point.index(".") + 1)..]

    # @return [String] what stands before the first mark: a place, or a device
    def head(point) = point[%r{\A[^/.]+}]

    def conductor?(point) = point.include?("/")

    # @return [Boolean] whether it is the metal of a box, or the yoke of a device
    def metal?(point) = point.end_with?(BOX, YOKE) && !conductor?(point)

    def box?(point) = point.end_with?(BOX)

    # @return [String] the metal of a place's box
    def box(place) = "#{place}#{BOX}"

    # @return [String] the yoke of a device
    def yoke(device) = "#{device}#{YOKE}"

    # @return [Boolean] whether it is a screw of a device, its yoke included
    def of?(point, device) = point.start_with?("#{device}.")

    # @return [Boolean] whether it is a screw of a device that carries current
    def screw_of?(point, device) = of?(point, device) && !point.end_with?(YOKE)

    # @param names [Hash{String => String}] new names of devices
    # @return [String] the same point where devices are called otherwise
    def renamed(point, names)
      return point if conductor?(point) || !names.key?(owner(point))

      "#{names.fetch(owner(point))}.#{part(point)}"
    end

    # @return [Boolean] whether it is a hidden end of a conductor
    def unseen?(point) = point.include?(EndId::UNSEEN)
  end
end
