# frozen_string_literal: true

module Dielectra
  module Session
    # Something that could be done next, down to what it is for.
    #
    # `minutes` is what it costs with the way there, `value` the minutes the whole job is expected to take if it is done
    # next, `step` the first step of it, `purpose` one of Wording's sentences by name, `answers` how likely each answer
    # is under each hypothesis (nil where nothing is asked).
    Action = Struct.new(:purpose, :subject, :minutes, :value, :step, :answers, keyword_init: true)
  end
end
