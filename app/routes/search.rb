# frozen_string_literal: true

module App
  module Routes
    # Search over the properties of models and drawings; the find box asks for the same as JSON.
    module Search
      def self.registered(app)
        app.get '/search' do
          words = params['q'].to_s[0, 120]
          hits = Records::Property.search(words)
          if wants_json?
            next json(hits: hits.map { |h| { title: h.title, href: h.href, found: "#{h.name}: #{h.value}" } })
          end

          page(:search, title: 'Search', current: nil, words: words, hits: hits)
        end
      end
    end
  end
end
