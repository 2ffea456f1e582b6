# frozen_string_literal: true

module Dielectra
  module Repair
    # One way to make a change over runs that are there and runs that may be pulled: which run carries what, in which
    # order the controls stand.
    # `edges` are the places at the ends of each run, `carried` what it carries, by identity; `new_runs` edge =>
    # NewWork
    ChangeDesign = Struct.new(:edges, :carried, :chains, :new_runs)
  end
end
