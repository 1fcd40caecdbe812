# frozen_string_literal: true

module Nockplane
  module Drawings
    # Title, number, revision letter, state, drafting standard (values), and the template a drawing was made from: {
    # "slug", "revision" }.
    # fields: { field name => text } given on the drawing itself (people, dates; over a property: a field typed over by
    # hand).
    # history: lines of the revision table, [{ "index", "zone", "description", "date", "by" }], oldest first.
    # tidy: true when the layout rules run by themselves after every update.
    # series: true when it is shown for every variant of the model that it shows; variant: the one that it is shown for.
    # new_views: id of the binding whose model new views show, nil for the first.
    # scale_rule, of a template: nil (the largest preferred scale that fits) or a factor.
    Meta =
      Struct.new(
        :title,
        :number,
        :revision,
        :state,
        :standard,
        :template,
        :fields,
        :history,
        :scale_rule,
        :tidy,
        :series,
        :variant,
        :new_views,
        keyword_init: true
      ) { def initialize(fields: {}, history: [], **) = super }
  end
end
