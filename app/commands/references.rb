# frozen_string_literal: true

module App
  module Commands
    # What refers to what in the data folder: all of it, or of one thing (by number, name or address) both ways.
    module References
      module_function

      def call(name = nil)
        found = ReferenceBook.references
        return whole(found) unless name

        node = named(found, name) or raise Nockplane::Error, "there is nothing called '#{name}' in the data folder"
        {
          **plain(node),
          rests_on: found.rests_on(node.key).map { |b| branch(b) },
          used_by: found.used_by(node.key).map { |b| branch(b) }
        }
      end

      def whole(found)
        {
          nodes: found.nodes.values.map { |n| plain(n) },
          edges: found.edges.map { |e| e.to_h.compact },
          broken: found.broken.map { |e| { from: e.from, to: e.to, words: e.words, remedy: e.remedy } }
        }
      end

      def named(found, name)
        nodes = found.nodes.values
        nodes.find { |n| n.key == name || n.key.split('/', 2)[1] == name } ||
          nodes.find { |n| n.words == name || n.words.split(' ', 2)[0] == name }
      end

      def plain(node) =
        { key: node.key, kind: node.kind, words: node.words, revision: node.revision, gone: node.gone || nil }.compact

      def branch(branch)
        {
          **plain(branch.node),
          at: branch.edge.words,
          state: branch.edge.state,
          remedy: branch.edge.remedy,
          more: branch.branches.empty? ? nil : branch.branches.map { |b| branch(b) }
        }.compact
      end
      private_class_method :whole, :named, :plain, :branch
    end
  end
end
