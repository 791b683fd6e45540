retired: build output; built again by the build tool
