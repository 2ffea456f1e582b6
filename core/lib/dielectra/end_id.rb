# frozen_string_literal: true

module Dielectra
  # The names of cable ends: `porch/2` is the second cable in the porch box; `porch/~hall` one nobody has seen, toward
  # the hall; `porch/1+porch/2` two that make one run.
  module EndId
    UNSEEN = "~"
    JOINED = "+"

    module_function

    # @return [String] the place it is in
    def place(id) = id[%r{\A[^/]+}]

    # @return [String] its number there, or where an unseen one leads
    def number(id) = id[(id.index("/") + 1)..].delete(UNSEEN)

    def unseen?(id) = id.include?(UNSEEN)

    # @return [Boolean] whether it is one visible cable end
    def single?(id) = !unseen?(id) && !id.include?(JOINED)

    # @return [Array<String>] the cable ends that make it
    def members(id) = id.split(JOINED)

    # @return [String] the name of several that make one run
    def joined(ids) = ids.join(JOINED)

    # @return [String] the name of a hidden one
    def unseen(place, toward) = "#{place}/#{UNSEEN}#{toward}"

    # @return [String] the same without saying where it leads
    def seen_part(id) = id.sub(%r{/~.*}, "")
  end
end
